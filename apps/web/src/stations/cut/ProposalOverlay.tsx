import { labelFor } from '@limber-sheaf/core';
import { Image, Label, Tag, Text } from '../../ui/konva';
import type { Palette } from '../../bench/light-table/palette';
import { useBench } from '../../bench/store';
import { sameTokens } from '../../bench/parts';
import { proposalStore } from './proposals';

/** The proposed shapes in flat tints, with the names of the larger ones and of the one under the pointer. */
export function ProposalOverlay({ palette }: { palette: Palette }) {
  const { picture, parts, over, extent, across } = proposalStore();
  const viewport = useBench((s) => s.viewport);
  const pickedPart = useBench((s) => s.pickedPart);
  if (!picture) return null;
  const px = 1 / viewport.scale;
  // One name a part, on its largest shape; a shape too small on screen is named when it is pointed at.
  const largest = new Map<number | null, number>();
  picture.shapes.forEach((shape, at) => {
    const known = largest.get(shape.part);
    if (known === undefined || shape.area > picture.shapes[known].area) largest.set(shape.part, at);
  });
  const named = picture.shapes.flatMap((shape, at) => {
    const small = Math.sqrt(shape.area) * viewport.scale < 26;
    if (at !== over && !across.includes(at) && (largest.get(shape.part) !== at || small || shape.part === null))
      return [];
    return [{ at, name: shape.part === null ? 'no part yet' : labelFor(parts[shape.part]), ...shape.at }];
  });
  const places = spreadLabels(named, px);
  return (
    <>
      <Image image={picture.tint.image} x={0} y={0} />
      {extent && <Image {...extent} />}
      {named.map(({ at, name }, i) => {
        const shape = picture.shapes[at];
        const picked = shape.part !== null && sameTokens(pickedPart, parts[shape.part]);
        return (
          <Label key={at} x={places[i].x} y={places[i].y}>
            <Tag
              fill={palette.sheet}
              opacity={at === over || picked ? 1 : 0.82}
              cornerRadius={4 * px}
              pointerDirection="down"
              pointerWidth={6 * px}
              pointerHeight={4 * px}
              stroke={picked ? palette.woad : at === over ? palette.ink : undefined}
              strokeWidth={1.4 * px}
            />
            <Text text={name} fill={palette.ink} fontFamily="Figtree Variable" fontSize={12 * px} padding={3.5 * px} />
          </Label>
        );
      })}
    </>
  );
}

const LINE = 21;

/** Moves labels down until none lies on another: the places, canvas px, of labels that are drawn at `px` canvas px a pixel. */
function spreadLabels(labels: { name: string; x: number; y: number }[], px: number): { x: number; y: number }[] {
  const places: { x: number; y: number; half: number }[] = [];
  for (const { name, x, y } of labels) {
    const half = (name.length * 6.3 + 10) / 2;
    let at = y;
    for (let tries = 0; tries < 4; tries++) {
      const under = places.find((p) => Math.abs(p.x - x) < (p.half + half) * px && Math.abs(p.y - at) < LINE * px);
      if (!under) break;
      at = under.y + LINE * px;
    }
    places.push({ x, y: at, half });
  }
  return places;
}
