import { limbLayer, soloLayer, type Line, type Member } from './member.js';
import { brushed, dotted, flat, shaded, striped } from './paint.js';
import { anyOf, limb, oval, rounded, type Point } from './shapes.js';

/** A four-legged animal from the side, its head to the left: near legs in front of the body, far ones behind. */
function goat(): Member {
  const line: Line = { width: 4, colour: [52, 40, 34] };
  const coat = flat([206, 196, 180]);
  const far = flat([168, 158, 146]);
  const hoof = flat([70, 60, 56]);
  const foreleg = (side: 'A' | 'B', x: number, paint: typeof coat) =>
    limbLayer({
      addresses: [`foreleg/upper/${side}`, `foreleg/lower/${side}`, `foreleg/paw/${side}`],
      parent: 'body//',
      points: [
        [x, 262],
        [x - 8, 330],
        [x - 4, 404],
        [x - 10, 424],
      ],
      radii: [26, 17, 12, 12],
      paints: [paint, paint, hoof],
      line,
    });
  const hindleg = (side: 'A' | 'B', x: number, paint: typeof coat) =>
    limbLayer({
      addresses: [`hindleg/upper/${side}`, `hindleg/lower/${side}`, `hindleg/paw/${side}`],
      parent: 'body//',
      points: [
        [x, 254],
        [x - 18, 326],
        [x + 16, 402],
        [x + 8, 424],
      ],
      radii: [34, 19, 12, 12],
      paints: [paint, paint, hoof],
      line,
    });
  const neckLine: [Point, Point] = [
    [182, 214],
    [134, 144],
  ];
  return {
    name: 'Burr',
    width: 560,
    height: 460,
    layers: [
      limbLayer({
        addresses: ['tail/root/', 'tail/tip/'],
        parent: 'body//',
        points: [
          [444, 210],
          [482, 190],
          [506, 164],
        ],
        radii: [14, 11, 7],
        paints: [coat],
        line,
      }),
      foreleg('B', 226, far),
      hindleg('B', 432, far),
      soloLayer(
        {
          address: 'neck//',
          parent: 'body//',
          shape: limb(neckLine[0], neckLine[1], 40, 27),
          paint: coat,
          joint: { x: 182, y: 214, radius: 40, kind: 'one-sided' },
        },
        line,
      ),
      soloLayer(
        {
          address: 'body//',
          parent: null,
          shape: anyOf(oval([316, 230], 146, 62), oval([400, 224], 64, 58)),
          paint: coat,
          joint: null,
        },
        line,
      ),
      foreleg('A', 206, coat),
      hindleg('A', 404, coat),
      soloLayer(
        {
          address: 'beard//',
          parent: 'head//',
          shape: rounded(
            [
              [76, 168],
              [96, 172],
              [84, 214],
            ],
            5,
          ),
          paint: flat([150, 140, 126]),
          joint: null,
        },
        line,
      ),
      soloLayer(
        {
          address: 'head//',
          parent: 'neck//',
          shape: anyOf(oval([118, 132], 38, 30), limb([110, 134], [72, 156], 22, 15)),
          paint: coat,
          joint: { x: 134, y: 144, radius: 27, kind: 'one-sided' },
        },
        line,
      ),
    ],
  };
}

/** A moth from the front, painted softly: four wings that spread from the thorax. */
function moth(): Member {
  const wing = (address: string, out: number, upper: boolean) => {
    const x = 260 + out * 26;
    const [y, far, down] = upper ? [188, 190, -70] : [240, 140, 110];
    const shape = rounded(
      [
        [x, y - 6],
        [x + out * far, y + down - 30],
        [x + out * (far + 20), y + down + 30],
        [x + out * far * 0.55, y + Math.max(down, 20) + 40],
        [x, y + 18],
      ],
      16,
    );
    const paint = brushed(
      shaded([196, 168, 140], [110, 84, 84], [260, 200], [260 + out * 220, 200 + down]),
      14,
      upper ? 2 : 4,
    );
    return soloLayer(
      { address, parent: 'body//', shape, paint, joint: { x: x + out * 6, y: y + 6, radius: 26, kind: 'one-sided' } },
      null,
    );
  };
  const fur = brushed(flat([140, 110, 92]), 18, 6);
  return {
    name: 'Dusk',
    width: 520,
    height: 440,
    layers: [
      wing('wing/lower/A', -1, false),
      wing('wing/lower/B', 1, false),
      wing('wing/upper/A', -1, true),
      wing('wing/upper/B', 1, true),
      soloLayer(
        { address: 'body//', parent: null, shape: limb([260, 186], [260, 340], 36, 20), paint: fur, joint: null },
        null,
      ),
      soloLayer(
        {
          address: 'head//',
          parent: 'body//',
          shape: oval([260, 138], 34, 30),
          paint: brushed(flat([164, 132, 108]), 12, 8),
          joint: { x: 260, y: 162, radius: 26, kind: 'one-sided' },
        },
        null,
      ),
    ],
  };
}

/** A newt from above: a tail in three stretches, short legs that stick out, striped, without a line. */
function newt(): Member {
  const skin = striped([92, 132, 76], [64, 98, 62], 22, 12);
  const leg = (address: string, root: Point, knee: Point, foot: Point) =>
    limbLayer({
      addresses: [
        `${address.split('/')[0]}/upper/${address.split('/')[1]}`,
        `${address.split('/')[0]}/lower/${address.split('/')[1]}`,
      ],
      parent: 'body//',
      points: [root, knee, foot],
      radii: [17, 14, 11],
      paints: [dotted([104, 146, 84], [70, 104, 66], 12)],
      line: null,
    });
  return {
    name: 'Sedge',
    width: 420,
    height: 620,
    layers: [
      limbLayer({
        addresses: ['tail/root/', 'tail/middle/', 'tail/tip/'],
        parent: 'body//',
        points: [
          [210, 346],
          [222, 428],
          [196, 506],
          [214, 576],
        ],
        radii: [34, 26, 17, 8],
        paints: [skin],
        line: null,
      }),
      leg('foreleg/A', [176, 186], [124, 168], [88, 208]),
      leg('foreleg/B', [244, 186], [296, 168], [332, 208]),
      leg('hindleg/A', [182, 326], [126, 336], [96, 384]),
      leg('hindleg/B', [238, 326], [294, 336], [324, 384]),
      soloLayer(
        { address: 'body//', parent: null, shape: limb([210, 178], [210, 340], 46, 42), paint: skin, joint: null },
        null,
      ),
      soloLayer(
        {
          address: 'head//',
          parent: 'body//',
          shape: oval([210, 116], 42, 50),
          paint: skin,
          joint: { x: 210, y: 150, radius: 40, kind: 'one-sided' },
        },
        null,
      ),
    ],
  };
}

/** A heron from the side: a long bent neck, a folded wing, thin legs, thin outline. */
function heron(): Member {
  const line: Line = { width: 2, colour: [44, 52, 64] };
  const plume = flat([168, 180, 192]);
  const shank = flat([150, 120, 70]);
  const leg = (side: 'A' | 'B', x: number) =>
    limbLayer({
      addresses: [`leg/upper/${side}`, `leg/lower/${side}`, `leg/foot/${side}`],
      parent: 'body//',
      points: [
        [x, 356],
        [x + 6, 436],
        [x - 4, 530],
        [x - 34, 540],
      ],
      radii: [16, 9, 8, 7],
      paints: [plume, shank, shank],
      line,
    });
  const throat = limbLayer({
    addresses: ['neck//'],
    parent: 'body//',
    points: [
      [196, 286],
      [150, 196],
    ],
    radii: [26, 17],
    paints: [plume],
    line,
  });
  return {
    name: 'Reed',
    width: 460,
    height: 580,
    layers: [
      leg('B', 268),
      throat,
      soloLayer(
        { address: 'body//', parent: null, shape: oval([264, 316], 96, 58, 14), paint: plume, joint: null },
        line,
      ),
      leg('A', 246),
      soloLayer(
        {
          address: 'wing/upper/A',
          parent: 'body//',
          shape: rounded(
            [
              [206, 288],
              [330, 316],
              [374, 384],
              [236, 346],
            ],
            12,
          ),
          paint: shaded([132, 146, 164], [92, 104, 124], [206, 290], [374, 384]),
          joint: { x: 214, y: 304, radius: 24, kind: 'one-sided' },
        },
        line,
      ),
      soloLayer(
        {
          address: 'head//',
          parent: 'neck//',
          shape: anyOf(oval([138, 172], 34, 26), limb([118, 174], [46, 190], 9, 4)),
          paint: plume,
          joint: { x: 150, y: 190, radius: 17, kind: 'one-sided' },
        },
        line,
      ),
    ],
  };
}

export const BEASTS: readonly (() => Member)[] = [goat, moth, newt, heron];
