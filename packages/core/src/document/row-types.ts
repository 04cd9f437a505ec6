import type { Rgb } from '../raster/colour.js';
import type { NameTokens } from './naming.js';

/** One of a design's main colours. */
export interface PaletteColour {
  hex: string;
  /** In plain words: "deep blue", "pale sand". */
  name: string;
  /** Of the design's opaque pixels, 0 to 1. */
  share: number;
}

/** Blend modes of W3C Compositing Level 1, by their keywords there; open layered formats and SVG share them. */
export const BLEND_MODES = [
  'normal',
  'multiply',
  'screen',
  'overlay',
  'darken',
  'lighten',
  'color-dodge',
  'color-burn',
  'hard-light',
  'soft-light',
  'difference',
  'exclusion',
  'plus',
  'hue',
  'saturation',
  'color',
  'luminosity',
] as const;
export type BlendMode = (typeof BLEND_MODES)[number];

/** What a layer is: paint of a part, or nothing that is cut. */
export type LayerRole = 'fill' | 'line' | 'shade' | 'guide' | 'leave out';

/** Which piece's disc carries the outline; `under`: neither, and a line beneath all fills of the limb shows outside only. */
export type OutlineOn = 'back' | 'front' | 'both' | 'none' | 'under';

/** Who carries the disc: both pieces, or only one where the other's end is kept as drawn (a cuff over a hand). */
export type DiscOn = 'both' | 'child' | 'parent';

/** How a part is jointed to the one it hangs from. */
export type JointKind = 'hinge' | 'one-sided' | 'swivel' | 'slide';

/** A part that the character is to have. */
export interface PlannedPart extends NameTokens {
  heading: string;
  /** What it moves with, as `group/part`: the first that is there. */
  parents: string[];
  joint: JointKind | null;
  /** Degrees. */
  range: [number, number];
  /** Hidden at rest: painted beneath later, and not counted as missing in Cut. */
  hidden: boolean;
}

/** What kind of part the drawings of a set stand for. */
export const SWAP_KINDS = ['mouth', 'lids', 'brows', 'hand', 'head', 'prop', 'outfit', 'other'] as const;
export type SwapKind = (typeof SWAP_KINDS)[number];

/** A column of a set's chart. */
export interface ChartShape {
  /** As it is in names: rest, open, round. */
  key: string;
  /** The sounds that it stands for, in words; empty for none. */
  sounds: string;
}

/** The inside of a mouth that is parted: the dark of it, and whether teeth and a tongue lie in it. */
export interface MouthInside {
  colour: Rgb;
  teeth: boolean;
  tongue: boolean;
}

/** One step by which a drawing is made of another; lengths px, lines and places as x, y pairs. */
export type MakeStep =
  /** Bent by handles (x, y, x, y: where each takes hold, and where it is dragged to) while places are held. */
  | { do: 'bend'; handles: number[]; held: number[] }
  /** Cut along a line whose ends stay; the halves moved off it, and what opens is filled, or left to what lies beneath. */
  | { do: 'part'; line: number[]; up: number; down: number; inside?: MouthInside }
  /** Darkened towards a line: by a share, 0 to 1, at the line, and less with every px up to the reach. */
  | { do: 'darken'; line: number[]; reach: number; by: number };

/** A set of swap drawings that the character will need. */
export interface PlannedSet {
  name: string;
  kind: SwapKind;
  /** How many drawings. */
  drawings: number;
}

/** The closest shot the design has to hold up in. */
export interface ClosestShot {
  /** Name of the part that fills the frame: an address, or `figure`. */
  part: string;
  /** Per cent of the frame's height that it fills. */
  share: number;
  /** Lines of the frame. */
  frame: number;
}

/** What will move, how large it has to be drawn, and what is to come. */
export interface Plan {
  template: string;
  parts: PlannedPart[];
  shot: ClosestShot;
  views: string[];
  sets: PlannedSet[];
}

/** Where pieces are drawn at a pose, beside another piece. */
export const ORDER_PLACES = ['behind', 'in-front'] as const;
export type OrderPlace = (typeof ORDER_PLACES)[number];

/** What may be otherwise in one view by intent: the part does not show, or its size, height or colour may differ. */
export const EXCEPTION_KINDS = ['unseen', 'size', 'height', 'colour'] as const;
export type ExceptionKind = (typeof EXCEPTION_KINDS)[number];

/** Something that a first draft was not sure of. It stands for as long as the pieces have the pixels that the draft gave them. */
export interface DraftedDoubt {
  /**
   * A part that may be another; one that differs much from its other side, or is much larger or smaller than usual, or lies
   * in several places; two pieces that nothing in the design tells apart; a limb of which nothing tells whether it lies in
   * front of what it hangs from; a hole that opens where a limb turns. Of the design as a whole: that it has several figures, or
   * one that stands on its head.
   */
  kind: 'unsure' | 'sides' | 'extent' | 'scattered' | 'border' | 'order' | 'open' | 'several-figures' | 'upside-down';
  /** The addresses of the parts, and where their faces' pictures lie; none where it is about the design. */
  parts: string[];
  faces: string[];
  /** Addresses of parts that it may be instead, likeliest first. */
  others?: string[];
  /** Degrees to which the part is turned where it opens. */
  angle?: number;
  /** px: in the midst of it. */
  place: { x: number; y: number };
  /** px of border, or of area. */
  size: number;
}

/** Where one height line lies in a view. */
export interface HeightMark {
  /** A known landmark's key, or a name of the artist's own. */
  key: string;
  y: number;
}
