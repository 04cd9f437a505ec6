import {
  movedBy,
  drawOrder,
  drawSteps,
  isAtRest,
  knownBy,
  orderAtPose,
  placePieces,
  placeSoftly,
  softBends,
  type PieceId,
} from '@limber-sheaf/core';
import type Konva from 'konva';
import { Fragment, useEffect, useMemo, useRef, useState } from 'react';
import { Group, Image, Layer, Rect, Stage } from '../../ui/konva';
import { useOnBench } from '../context';
import type { Station, StationEntry } from '../station';
import { useStores } from '../ActionRow';
import { useBench } from '../store';
import { useTheme } from '../../ui/theme';
import { LookBar } from './LookBar';
import { PickedContours } from './PickedContours';
import { DAY, NIGHT } from './palette';
import { Cutout, OverNode, PieceNode } from './PieceNode';
import { smallerFor, usePicture, usePicturesComing } from './usePicture';
import { usePointer } from './usePointer';
import { designOf, useUncut } from './useUncut';
import { ACTIONS, ACTIONS_AND_STRIP, isSeen, useViewport } from './useViewport';
import { useXray } from './useXray';

/** How much smaller the pictures of pieces beside the window are. */
const UNSEEN = 8;

/** The character on laid paper: what is cut in full colour, what is not pale and hatched, and what a station draws on it. */
export function LightTable({ entry, station }: { entry: StationEntry; station: Station | null }) {
  const bench = useOnBench();
  const { doc, sheets, view } = bench;
  const viewport = useBench((s) => s.viewport);
  const peek = useBench((s) => s.peek);
  const solo = useBench((s) => s.solo);
  const bends = useBench((s) => s.bends);
  const shift = useBench((s) => s.shift);
  const gaze = useBench((s) => s.gaze);
  const pickedJoint = useBench((s) => s.pickedJoint);
  const night = useTheme((s) => s.night);
  const butt = useBench((s) => s.butt);
  const instead = useBench((s) => s.instead);
  const over = useBench((s) => s.over);
  const panning = useBench((s) => s.panning);
  const points = usePoints(station);
  const box = useRef<HTMLDivElement>(null);
  const stage = useRef<Konva.Stage>(null);
  const size = useViewport(box, view, station?.clear ?? (station?.stripBeneath ? ACTIONS_AND_STRIP : ACTIONS));
  const palette = night ? NIGHT : DAY;
  const pieces = useMemo(() => drawOrder(doc, view.id), [doc, view.id]);
  const by = smallerFor(viewport.scale);
  const design = usePicture(designOf(view), by);
  const coming = usePicturesComing();
  const uncut = useUncut(view, pieces, by, palette.canvas, palette.ink);
  const bending = entry.bends === true;
  const softly = entry.softly === true;
  const order = useMemo(() => orderAtPose(doc, view.id, bending ? bends : {}), [doc, view.id, bends, bending]);
  const steps = useMemo(() => drawSteps(doc, view.id, order), [doc, view.id, order]);
  const placements = useMemo(
    () =>
      !bending
        ? placePieces(doc, view.id, {}, { gaze })
        : softly
          ? placeSoftly(doc, view.id, bends, shift, gaze)
          : placePieces(doc, view.id, bends, { shift }),
    [doc, view.id, bends, shift, gaze, bending, softly],
  );
  const bent = useMemo(() => (softly ? softBends(doc, view.id, bends) : NONE_BENT), [doc, view.id, bends, softly]);
  const shownSolid = useBench((s) => s.lit);
  const lit = useMemo(() => {
    if (shownSolid) return new Set(shownSolid);
    const joint = bending && doc.joints.find((j) => j.id === pickedJoint);
    if (!joint) return null;
    return new Set<string>([joint.parentId, ...movedBy(doc, joint)]);
  }, [doc, pickedJoint, bending, shownSolid]);
  const others = useBench((s) => s.others);
  const opacityOf = (id: PieceId) => (solo && !solo.includes(id) ? others : lit && !lit.has(id) ? FAINT : 1);
  const flat = useXray(bench);
  const isItself = Object.keys(instead).length === 0 && over.length === 0;
  const still = !solo && !lit && bent.size === 0 && [...placements.values()].every(isAtRest);
  const atRest = still && isItself;
  const arrived = useArrived(view.id, !atRest && !peek, coming);
  const pointer = usePointer(placements, bent, order, station?.hand);

  return (
    <div
      ref={box}
      data-testid="light-table"
      aria-busy={coming || !design || uncut === undefined}
      className="absolute inset-0 touch-none"
      style={{ cursor: panning ? 'grabbing' : points ? 'crosshair' : 'default' }}
      onContextMenu={(event) => event.preventDefault()}
    >
      <Stage
        ref={stage}
        width={size.width}
        height={size.height}
        scaleX={viewport.scale}
        scaleY={viewport.scale}
        x={viewport.x}
        y={viewport.y}
        onPointerDown={pointer.down}
        onPointerMove={pointer.move}
        onPointerUp={pointer.up}
        onPointerLeave={pointer.leave}
        onDblClick={pointer.double}
      >
        <Layer listening={false} imageSmoothingEnabled={viewport.scale < 3}>
          <Rect x={0} y={0} width={view.width} height={view.height} fill={palette.canvas} />
          {!peek && station?.Beneath && <station.Beneath />}
          {/* At rest the pieces are the design, and no seam may show between them; it also stands in until they have come. */}
          {(peek || still || ((uncut === undefined || !arrived) && !solo)) && design && <Image {...design} />}
          {/* What is drawn in a piece's place stands on paper, and not on the piece as the design has it. */}
          {!peek && still && !isItself && (
            <>
              {pieces
                .filter(({ id }) => id in instead)
                .map(({ id, face }) => (
                  <Cutout key={id} sheet={face} by={by} />
                ))}
              <Rect
                {...{ x: 0, y: 0, width: view.width, height: view.height }}
                fill={palette.canvas}
                globalCompositeOperation="destination-over"
              />
            </>
          )}
          {!peek && flat && <Image image={flat.image} x={flat.x} y={flat.y} />}
          {!peek && !solo && uncut && <Image {...uncut} opacity={lit ? 0.5 : 1} />}
          {!peek && !flat && !atRest && (
            <Group visible={arrived}>
              {steps
                .filter(({ piece }) => opacityOf(piece.id) > 0)
                .map(({ piece, sheet }) => (
                  <Fragment key={`${sheet}-${piece.id}`}>
                    <PieceNode
                      piece={piece}
                      sheet={sheet}
                      derived={sheets[piece.id]}
                      instead={instead[piece.id]}
                      placement={placements.get(piece.id)}
                      opacity={opacityOf(piece.id)}
                      bare={(butt && bending) || opacityOf(piece.id) < 1}
                      bent={bent.get(piece.id)}
                      by={
                        isSeen(knownBy(doc, piece), placements.get(piece.id), viewport, size)
                          ? by
                          : Math.max(by, UNSEEN)
                      }
                    />
                    {sheet === 'piece' &&
                      over
                        .filter(({ at }) => at === piece.id)
                        .map(({ of, picture }) => (
                          <OverNode key={of} sheet={picture} by={by} placement={placements.get(of)} />
                        ))}
                  </Fragment>
                ))}
            </Group>
          )}
        </Layer>
        <Layer>
          {!peek && <PickedContours palette={palette} placements={placements} />}
          {!peek && station?.Overlay && <station.Overlay palette={palette} />}
        </Layer>
      </Stage>
      <LookBar table={size} />
    </div>
  );
}

/**
 * Have all pictures of a view's pieces come since they are first shown? Until then the design stands in: a character with holes
 * in it says that something is wrong.
 */
function useArrived(viewId: string, isShown: boolean, coming: boolean): boolean {
  const [arrived, setArrived] = useState<string | null>(null);
  useEffect(() => {
    if (!isShown || coming || arrived === viewId) return;
    // What is not at hand has been asked for by now, and `coming` is told before the next frame.
    const asked = requestAnimationFrame(() => setArrived(viewId));
    return () => cancelAnimationFrame(asked);
  }, [viewId, isShown, coming, arrived]);
  return arrived === viewId;
}

/** How solid pieces are that are shown for their place alone. */
const FAINT = 0.3;
const NONE_BENT: ReadonlyMap<PieceId, number> = new Map();
const NO_STATION: Pick<Station, 'stores'> = { stores: [] };

/** Is a tool in hand that points? */
function usePoints(station: Station | null): boolean {
  useStores(station ?? NO_STATION);
  return station?.hand?.points() ?? false;
}
