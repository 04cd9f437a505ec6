import { drawOrder, drawSteps, hangingFrom, pieceById } from '@limber-sheaf/core';
import type Konva from 'konva';
import { useMemo, useRef } from 'react';
import { Image, Layer, Rect, Stage } from 'react-konva';
import { useOnBench } from '../context';
import { useBench } from '../store';
import { PlanOverlay } from '../../stations/plan/PlanOverlay';
import { CutOverlay } from '../../stations/cut/CutOverlay';
import { JointOverlay } from '../../stations/joints/JointOverlay';
import { PickedContour } from './PickedContour';
import { DAY, NIGHT } from './palette';
import { PieceNode } from './PieceNode';
import { placePieces } from './bends';
import { useBlobImage } from './useBlobImage';
import { usePointer } from './usePointer';
import { useUncut } from './useUncut';
import { ACTIONS, ACTIONS_AND_STRIP, useViewport } from './useViewport';
import { useXray } from './useXray';

/** The character on laid paper: what is cut in full colour, what is not pale and hatched, and what a station draws on it. */
export function LightTable() {
  const { doc, view, station } = useOnBench();
  const { viewport, peek, solo, bends, pickedJoint, night, tool, placing, butt, panning } = useBench();
  const box = useRef<HTMLDivElement>(null);
  const stage = useRef<Konva.Stage>(null);
  const size = useViewport(box, view, station === 'cut' ? ACTIONS_AND_STRIP : ACTIONS);
  const palette = night ? NIGHT : DAY;
  const pieces = useMemo(() => drawOrder(doc, view.id), [doc, view.id]);
  const steps = useMemo(() => drawSteps(doc, view.id), [doc, view.id]);
  const design = useBlobImage(view.designBlob);
  const uncut = useUncut(view, pieces, palette.canvas, palette.ink);
  const bending = station === 'joints';
  const placements = useMemo(() => placePieces(doc, view.id, bending ? bends : {}), [doc, view.id, bends, bending]);
  const lit = useMemo(() => {
    const joint = bending && doc.joints.find((j) => j.id === pickedJoint);
    if (!joint) return null;
    return new Set([joint.parentId, ...hangingFrom(doc, pieceById(doc, joint.childId)).map((p) => p.id)]);
  }, [doc, pickedJoint, bending]);
  const flat = useXray(doc, view.id);
  const pointer = usePointer(placements);

  return (
    <div
      ref={box}
      className="absolute inset-0 touch-none"
      style={{ cursor: panning ? 'grabbing' : tool || placing ? 'crosshair' : 'default' }}
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
          {/* The whole design stands in for its pieces until they have come. */}
          {(peek || (!uncut && !solo)) && design && <Image image={design} />}
          {!peek && flat && <Image image={flat.image} x={flat.x} y={flat.y} />}
          {!peek && !solo && uncut && <Image image={uncut} opacity={lit ? 0.5 : 1} />}
          {!peek &&
            !flat &&
            steps
              .filter(({ piece }) => !solo || piece.id === solo)
              .map(({ piece, sheet }) => (
                <PieceNode
                  key={`${sheet}-${piece.id}`}
                  piece={piece}
                  sheet={sheet}
                  placement={placements.get(piece.id)}
                  opacity={lit && !lit.has(piece.id) ? 0.3 : 1}
                  bare={(butt && bending) || Boolean(lit && !lit.has(piece.id))}
                />
              ))}
        </Layer>
        <Layer>
          {!peek && <PickedContour palette={palette} placements={placements} />}
          {!peek && station === 'plan' && <PlanOverlay palette={palette} />}
          {!peek && station === 'cut' && <CutOverlay palette={palette} />}
          {!peek && station === 'joints' && <JointOverlay palette={palette} />}
        </Layer>
      </Stage>
    </div>
  );
}
