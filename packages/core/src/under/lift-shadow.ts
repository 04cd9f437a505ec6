import { refuse, type Result } from '../errors.js';
import {
  copyPlaced,
  createPlaced,
  cropPlaced,
  placedOver,
  trimToPaint,
  wordsOf,
  type PlacedBitmap,
} from '../raster/bitmap.js';
import type { Rgb } from '../raster/colour.js';
import { overWord } from '../raster/composite.js';
import { cropMask, type PlacedMask } from '../raster/mask.js';
import { reachOf } from '../raster/morphology.js';
import { outsetRect } from '../raster/bitmap.js';
import { colourOf, opaqueWord, withAlpha } from '../raster/words.js';
import { fillUnder } from './fill-under.js';

/** A cast shadow taken off a piece. */
export interface LiftedShadow {
  /** What the piece still shows itself. */
  face: PlacedBitmap;
  /** One colour, its alpha by pixel. */
  shadow: PlacedBitmap;
  /** The piece's paint as it is without the shadow, where that lies. */
  clean: PlacedBitmap;
}

const NO_SHADOW =
  'What is marked is no darker than what lies about it. Mark round the shadow, with some lit paint beside it.';

/** Fewer px than this are no shadow. */
const LEAST = 40;
/** px about the marked region that count as half shadow, and say nothing of the lit paint. */
const HALF_SHADOW = 3;
/** A shadow that darkens by less than this is none. */
const FAINT = 0.04;
/** Alpha, of 255, under which a pixel is left as it is. */
const LEFT = 8;
/** A pixel needs no more alpha than this times the usual: what is darker still is a line or a fold in shadow. */
const MORE = 1.1;

/**
 * Takes a shadow that is painted into a piece off it: the lit paint is inferred from what lies about the marked region, and
 * the shadow is one colour with alpha, so that it over the clean paint is the design again, to the last bit. For any alpha
 * below 255 every value between is met by some paint beneath, since a step of that paint moves the result by less than one.
 *
 * @param region a loose mark round the shadow, above 0; what is lit in it stays as it is
 * @returns a refusal: `not-shown` where the piece shows nothing there, `no-shadow` where it is no darker than about it
 */
export function liftShadow(face: PlacedBitmap, region: PlacedMask): Result<LiftedShadow> {
  const marked = cropMask(region, face);
  const from = wordsOf(face);
  for (let i = 0; i < from.length; i++) if (from[i] >>> 24 !== 255) marked.data[i] = 0;
  const inferred = fillUnder({
    face: withoutRegion(face, marked),
    region: marked,
    line: { width: 0, colour: [0, 0, 0] },
    outlines: [],
  });
  const places = placesOf(marked);
  if (places.length < LEAST)
    return refuse('not-shown', 'The piece shows next to nothing there. Mark a shadow on the picked piece.');
  const lit = inferred && wordsOf(cropPlaced(inferred.paint, face));
  const usual = lit && usualShadow(places, from, lit);
  if (!lit || !usual) return refuse('no-shadow', NO_SHADOW);
  const left = copyPlaced(face);
  const [shadow, clean] = [createPlaced(face), createPlaced(face)];
  const [leftWords, shadowWords, cleanWords] = [left, shadow, clean].map(wordsOf);
  let taken = 0;
  for (const i of places) {
    const made = shadeOf(colourOf(from[i]), colourOf(lit[i]), usual);
    if (!made) continue;
    [leftWords[i], shadowWords[i], cleanWords[i]] = [0, made.over, made.beneath];
    taken++;
  }
  const sheets = [left, shadow, clean].map(trimToPaint);
  if (taken < LEAST || !sheets[0] || !sheets[1] || !sheets[2]) return refuse('no-shadow', NO_SHADOW);
  return { ok: true, face: sheets[0], shadow: sheets[1], clean: sheets[2] };
}

function placesOf({ data }: PlacedMask): number[] {
  const places: number[] = [];
  for (let i = 0; i < data.length; i++) if (data[i] > 0) places.push(i);
  return places;
}

/** A face less a region and the half shadow about it. */
function withoutRegion(face: PlacedBitmap, marked: PlacedMask): PlacedBitmap {
  const room = outsetRect(face, HALF_SHADOW);
  const near = reachOf(cropMask(marked, room), HALF_SHADOW);
  const grown = cropMask(placedOver(room, near), face);
  const lit = copyPlaced(face);
  const words = wordsOf(lit);
  for (let i = 0; i < words.length; i++) if (grown.data[i] > 0) words[i] = 0;
  return lit;
}

/** The shadow's colour, and its usual alpha, 0 to 1. */
interface UsualShadow {
  colour: Rgb;
  alpha: number;
}

/** The one colour of a shadow: as dark as it can be with the least alpha that darkens the lit paint as the shadow does. */
function usualShadow(places: readonly number[], from: Uint32Array, lit: Uint32Array): UsualShadow | null {
  const share = (i: number, c: number) => (colourOf(from[i])[c] + 1) / (colourOf(lit[i])[c] + 1);
  const darker = places.filter((i) => (share(i, 0) + share(i, 1) + share(i, 2)) / 3 < 1 - FAINT);
  if (darker.length < LEAST) return null;
  const shares = [0, 1, 2].map((c) => darker.map((i) => share(i, c)).sort((x, y) => x - y)[darker.length >> 1]);
  const alpha = 1 - Math.min(...shares);
  if (alpha < FAINT) return null;
  const colour = [0, 1, 2].map((c) => {
    const mean = darker.reduce((sum, i) => sum + colourOf(lit[i])[c], 0) / darker.length;
    return Math.max(0, Math.min(255, Math.round((mean * shares[c] - (1 - alpha) * mean) / alpha)));
  }) as unknown as Rgb;
  return { colour, alpha };
}

/** The shadow and the paint beneath it that together are a colour of the design, as words; null where it is not shaded. */
function shadeOf(shown: Rgb, lit: Rgb, usual: UsualShadow): { over: number; beneath: number } | null {
  const way = lit.map((value, c) => value - usual.colour[c]);
  const length = way.reduce((sum, value) => sum + value * value, 0);
  const along = length === 0 ? 0 : lit.reduce((sum, value, c) => sum + (value - shown[c]) * way[c], 0) / length;
  const most = Math.min(MORE * usual.alpha, 0.95);
  const wanted = opaqueWord(shown);
  for (let alpha = Math.round(255 * Math.max(0, Math.min(most, along))); alpha >= LEFT; alpha--) {
    const over = withAlpha(opaqueWord(usual.colour), alpha);
    const beneath = paintBelow(shown, usual.colour, alpha);
    if (beneath !== null && overWord(over, beneath) === wanted) return { over, beneath };
  }
  return null;
}

/** The opaque paint over which a colour with alpha gives another; null where there is none. */
function paintBelow(shown: Rgb, over: Rgb, alpha: number): number | null {
  const below: number[] = [];
  for (let c = 0; c < 3; c++) {
    const exact = (shown[c] * 255 - over[c] * alpha) / (255 - alpha);
    const near = Math.round(exact);
    // Roundings meet: of the values beside it one is right, as far as it is a colour at all.
    const found = [near, near - 1, near + 1].find((value) => {
      if (value < 0 || value > 255) return false;
      const word = overWord(
        withAlpha(opaqueWord([over[c], over[c], over[c]]), alpha),
        opaqueWord([value, value, value]),
      );
      return colourOf(word)[0] === shown[c];
    });
    if (found === undefined) return null;
    below.push(found);
  }
  return opaqueWord(below as unknown as Rgb);
}
