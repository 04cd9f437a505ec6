/** A straight sRGB colour, 0 to 255 a channel. */
export type Rgb = readonly [red: number, green: number, blue: number];

/** A colour in OKLab: lightness 0 to 1, then the two opponent axes. */
export type Lab = readonly [lightness: number, a: number, b: number];

const LINEAR = new Float64Array(256).map((_, i) => {
  const c = i / 255;
  return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
});

/** sRGB to OKLab (B. Ottosson, 2020); channels are rounded to 8 bits first. */
export function toLab(red: number, green: number, blue: number): Lab {
  const r = LINEAR[clampByte(red)];
  const g = LINEAR[clampByte(green)];
  const b = LINEAR[clampByte(blue)];
  const l = Math.cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
  const m = Math.cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
  const s = Math.cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
  return [
    0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s,
    1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s,
    0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s,
  ];
}

function clampByte(value: number): number {
  return value <= 0 ? 0 : value >= 255 ? 255 : Math.round(value);
}

/** Euclidean distance in OKLab times 100: about 2 is just visible, black to white is 100. */
export function labDistance(p: Lab, q: Lab): number {
  return 100 * Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]);
}

/** Colour distance of two sRGB colours (see `labDistance`). */
export function colourDistance(p: Rgb, q: Rgb): number {
  return labDistance(toLab(p[0], p[1], p[2]), toLab(q[0], q[1], q[2]));
}

/** Colours that `colourTest` remembers at once. */
const TABLE = 1 << 14;

/**
 * A test of colour words (alpha aside) by their distance to one colour (see `labDistance`); each colour is measured once,
 * so that it can be asked of every pixel.
 */
export function colourTest(colour: Rgb, isNear: (distance: number) => boolean): (word: number) => boolean {
  // A small table by the colour's low bits is soon filled and stays near the processor; what collides is measured again.
  const colours = new Int32Array(TABLE).fill(-1);
  const answers = new Uint8Array(TABLE);
  const lab = toLab(...colour);
  return (word) => {
    const c = word & 0xffffff;
    const at = (c ^ (c >>> 11)) & (TABLE - 1);
    if (colours[at] !== c) {
      colours[at] = c;
      answers[at] = isNear(labDistance(toLab(c & 255, (c >>> 8) & 255, c >>> 16), lab)) ? 1 : 0;
    }
    return answers[at] === 1;
  };
}

/** `#rrggbb` for a colour. */
export function toHex(colour: Rgb): string {
  return `#${colour.map((c) => clampByte(c).toString(16).padStart(2, '0')).join('')}`;
}

/** The colour for `#rrggbb`. @throws RangeError for anything else. */
export function fromHex(hex: string): Rgb {
  if (!/^#[0-9a-f]{6}$/i.test(hex)) throw new RangeError(`not a colour: ${hex}`);
  const n = parseInt(hex.slice(1), 16);
  return [n >> 16, (n >> 8) & 255, n & 255];
}

/** OKLab to sRGB, each channel kept within 0 to 255. */
export function fromLab([lightness, a, b]: Lab): Rgb {
  const l = (lightness + 0.3963377774 * a + 0.2158037573 * b) ** 3;
  const m = (lightness - 0.1055613458 * a - 0.0638541728 * b) ** 3;
  const s = (lightness - 0.0894841775 * a - 1.291485548 * b) ** 3;
  const channel = (linear: number) =>
    clampByte(255 * (linear <= 0.0031308 ? 12.92 * linear : 1.055 * linear ** (1 / 2.4) - 0.055));
  return [
    channel(4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s),
    channel(-1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s),
    channel(-0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s),
  ];
}
