/** What a package may hold beside its manifest and the images of its pieces. */
export const PACKAGE_FORMATS = ['ora', 'psd', 'svg', 'glb', 'atlas', 'sheet'] as const;
export type PackageFormat = (typeof PACKAGE_FORMATS)[number];

/** The smallest and the largest scale of a package. */
export const PACKAGE_SCALES = { low: 0.25, high: 2 } as const;

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
}

export const USUAL_OPTIONS: PackageOptions = {
  formats: PACKAGE_FORMATS,
  scale: 1,
  pivotMarks: false,
  registerFrame: false,
  shadows: true,
};
