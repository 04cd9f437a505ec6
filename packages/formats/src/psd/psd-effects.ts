import type { BlendMode, LayerEffect, OverlayEffect, Rgb } from '@limber-sheaf/core';
import type { Color, EffectNoiseGradient, EffectSolidGradient, LayerEffectsInfo, UnitsValue } from 'ag-psd';
import { hsl, lab } from 'd3-color';

/** A layer's effects: those that are drawn, in the order they lie on one another, and the names of the others. */
export interface PsdEffects {
  effects: LayerEffect[];
  undrawn: string[];
}

/** @param globalAngle where the light comes from for effects that share it, degrees from rightwards, counter-clockwise */
export function readEffects(
  info: LayerEffectsInfo | undefined,
  globalAngle: number,
  blendOf: (mode: string | undefined) => BlendMode,
): PsdEffects {
  const found: PsdEffects = { effects: [], undrawn: [] };
  if (!info || info.disabled) return found;
  const { effects, undrawn } = found;
  const shown = <T extends { enabled?: boolean; present?: boolean }>(list: T | readonly T[] | undefined): T[] =>
    ([] as T[]).concat(list ?? []).filter((e) => e.enabled !== false && e.present !== false);
  const common = (e: { blendMode?: string; opacity?: number }) => ({
    blend: blendOf(e.blendMode),
    opacity: e.opacity ?? 1,
  });

  if (shown(info.patternOverlay).length > 0) undrawn.push('pattern overlay');
  for (const e of shown(info.gradientOverlay)) {
    const stops = stopsOf(e.gradient, e.reverse === true);
    const round = e.type === 'radial';
    if (!stops || (!round && e.type !== undefined && e.type !== 'linear')) undrawn.push('gradient overlay');
    else {
      const scale = (e.scale ?? 100) / 100;
      effects.push({
        ...common(e),
        word: 'gradient overlay',
        kind: 'overlay',
        stops,
        round,
        angle: e.angle ?? 90,
        scale,
      });
    }
  }
  for (const e of shown(info.solidFill)) {
    const stops = [{ at: 0, colour: rgbOf(e.color), alpha: 1 }];
    effects.push({ ...common(e), word: 'colour overlay', kind: 'overlay', stops, round: false, angle: 0, scale: 1 });
  }
  if (shown(info.satin).length > 0) undrawn.push('satin');
  for (const e of shown(info.innerGlow)) {
    if (e.source === 'center') undrawn.push('inner glow');
    else effects.push({ ...common(e), ...spread(e), word: 'inner glow', inner: true, dx: 0, dy: 0 });
  }
  const shadow = (
    e: NonNullable<LayerEffectsInfo['dropShadow']>[number],
    word: string,
    inner: boolean,
  ): LayerEffect => {
    const rad = ((e.useGlobalLight ? globalAngle : (e.angle ?? 120)) * Math.PI) / 180;
    const far = px(e.distance);
    // It falls away from the light; the file's angles turn counter-clockwise, with y up.
    return { ...common(e), ...spread(e), word, inner, dx: -far * Math.cos(rad), dy: far * Math.sin(rad) };
  };
  for (const e of shown(info.innerShadow)) effects.push(shadow(e, 'inner shadow', true));
  for (const e of shown(info.dropShadow)) effects.push(shadow(e, 'drop shadow', false));
  for (const e of shown(info.outerGlow))
    effects.push({ ...common(e), ...spread(e), word: 'outer glow', inner: false, dx: 0, dy: 0 });
  for (const e of shown(info.stroke)) {
    if (e.fillType && e.fillType !== 'color') undrawn.push('stroke');
    else {
      const where = e.position === 'center' ? 'middle' : (e.position ?? 'outside');
      effects.push({ ...common(e), word: 'stroke', kind: 'stroke', colour: rgbOf(e.color), width: px(e.size), where });
    }
  }
  if (shown(info.bevel).length > 0) undrawn.push('bevel');
  return found;
}

function spread(e: { size?: UnitsValue; choke?: UnitsValue; color?: Color }) {
  const solid = Math.max(0, Math.min(1, px(e.choke) / 100));
  return { kind: 'shadow' as const, colour: rgbOf(e.color), reach: px(e.size), solid };
}

function px(value: UnitsValue | undefined): number {
  return Math.max(0, Math.min(2000, value?.value ?? 0));
}

function stopsOf(
  gradient: EffectSolidGradient | EffectNoiseGradient | undefined,
  reverse: boolean,
): OverlayEffect['stops'] | null {
  if (gradient?.type !== 'solid' || gradient.colorStops.length === 0) return null;
  const most = Math.max(
    1,
    ...gradient.colorStops.map((s) => s.location),
    ...gradient.opacityStops.map((s) => s.location),
  );
  const alphaAt = (at: number) => {
    const stops = [...gradient.opacityStops].sort((a, b) => a.location - b.location);
    const next = stops.findIndex((s) => s.location >= at);
    if (stops.length === 0) return 1;
    if (next <= 0) return stops[next < 0 ? stops.length - 1 : 0].opacity;
    const [a, b] = [stops[next - 1], stops[next]];
    return a.opacity + ((b.opacity - a.opacity) * (at - a.location)) / Math.max(1e-6, b.location - a.location);
  };
  return gradient.colorStops
    .map(({ location, color }) => ({
      at: reverse ? 1 - location / most : location / most,
      colour: rgbOf(color),
      alpha: alphaAt(location),
    }))
    .sort((a, b) => a.at - b.at);
}

/** A colour in whichever way the file keeps it, as sRGB. */
function rgbOf(colour: Color | undefined): Rgb {
  const bytes = (r: number, g: number, b: number): Rgb =>
    [r, g, b].map((v) => Math.max(0, Math.min(255, Math.round(v)))) as unknown as Rgb;
  if (!colour) return [0, 0, 0];
  if ('r' in colour) return bytes(colour.r, colour.g, colour.b);
  if ('fr' in colour) return bytes(255 * colour.fr, 255 * colour.fg, 255 * colour.fb);
  // The others are kept in per cent.
  if ('h' in colour) {
    const value = colour.b / 100;
    const light = value * (1 - colour.s / 200);
    const s = light === 0 || light === 1 ? 0 : (value - light) / Math.min(light, 1 - light);
    const { r, g, b } = hsl(360 * colour.h, s, light).rgb();
    return bytes(r, g, b);
  }
  if ('c' in colour) {
    const left = (1 - colour.k / 100) * 2.55;
    return bytes((100 - colour.c) * left, (100 - colour.m) * left, (100 - colour.y) * left);
  }
  if ('l' in colour) {
    const { r, g, b } = lab(colour.l, colour.a, colour.b).rgb();
    return bytes(r, g, b);
  }
  const grey = (100 - colour.k) * 2.55;
  return bytes(grey, grey, grey);
}
