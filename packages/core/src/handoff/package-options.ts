import { USUAL_FINISHES, type Finish } from './finish.js';

/** What a package may hold beside its manifest and the images of its pieces. */
export const PACKAGE_FORMATS = ['ora', 'psd', 'svg', 'glb', 'atlas', 'sheet'] as const;
export type PackageFormat = (typeof PACKAGE_FORMATS)[number];

/** The smallest and the largest scale of a package. */
export const PACKAGE_SCALES = { low: 0.25, high: 2 } as const;

/** px of room that may be added on every side. */
export const MOST_ROOM = 2000;

/** How a package is made. */
export interface PackageOptions {
  formats: readonly PackageFormat[];
  /** Of the canvas, 0.25 to 2. */
  scale: number;
  /** Layered files carry a hidden mark at each pivot. */
  pivotMarks: boolean;
  /** Layered files carry a hidden layer as large as the canvas. */
  registerFrame: boolean;
  /** Lifted shadows leave as pieces; otherwise they are left out, and what shows at rest lacks them. */
  shadows: boolean;
  /** Layered files have a limb's pieces in groups. */
  groups: boolean;
  /** Line and shade that came as sheets of their own leave so. */
  apart: boolean;
  /** px of the canvas that are added on every side of it. */
  room: number;
  /** Baked into every image but the design; null for none. */
  finish: Finish | null;
}

export const USUAL_OPTIONS: PackageOptions = {
  formats: PACKAGE_FORMATS,
  scale: 1,
  pivotMarks: false,
  registerFrame: false,
  shadows: true,
  groups: true,
  apart: true,
  room: 0,
  finish: null,
};

/** Ways to make a package that every production may take over, each under a name. */
export const USUAL_PRESETS: readonly { name: string; options: PackageOptions }[] = [
  { name: 'Every format', options: USUAL_OPTIONS },
  { name: 'To paint over', options: { ...USUAL_OPTIONS, formats: ['ora', 'psd'], registerFrame: true } },
  { name: 'To rig', options: { ...USUAL_OPTIONS, formats: ['glb', 'atlas', 'sheet'] } },
  { name: 'On paper, to show', options: { ...USUAL_OPTIONS, formats: ['psd', 'sheet'], finish: USUAL_FINISHES.paper } },
  { name: 'Small, to try', options: { ...USUAL_OPTIONS, formats: ['glb'], scale: 0.5 } },
];

/** Do two ways make the same package? */
export function sameOptions(a: PackageOptions, b: PackageOptions): boolean {
  const sign = ({ formats, ...rest }: PackageOptions) =>
    JSON.stringify([PACKAGE_FORMATS.filter((one) => formats.includes(one)), inOrder(rest)]);
  return sign(a) === sign(b);
}

/** The same value with its fields by name, however it was put together. */
function inOrder(value: unknown): unknown {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return value;
  const fields = Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1));
  return fields.map(([field, inner]) => [field, inOrder(inner)]);
}
