import { drawOrder, hangingFrom, partOf, pieceById, type CharacterDoc, type JointRow } from '@limber-sheaf/core';
import type Konva from 'konva';
import { useCallback, useEffect, useRef } from 'react';
import { handWorker } from '../../workers/core';
import { useOnBench } from '../context';
import { pickJoint, pickPiece, setBend, useBench } from '../store';
import { usePen } from '../../stations/cut/usePen';
import { useProposalPointer } from '../../stations/cut/useProposalPointer';
import { useSoak } from '../../stations/cut/useSoak';
import { usePlaceJoint } from '../../stations/joints/usePlaceJoint';
import { unapply, type Placement } from './bends';

type PointerEvents = Konva.KonvaEventObject<PointerEvent>;

interface Drag {
  kind: 'pan' | 'press' | 'bend';
  x: number;
  y: number;
  moved: boolean;
  joint?: JointRow;
  /** Pointer's angle about the pivot less the bend, when the drag began, degrees. */
  from?: number;
}

/** A place on the screen as a place on the canvas. */
function onCanvas(event: PointerEvents): { x: number; y: number } {
  const point = event.target.getStage()?.getRelativePointerPosition();
  return point ?? { x: 0, y: 0 };
}

/** The joint that turns a piece: its own, or that of the nearest piece above it. */
function jointTurning(doc: CharacterDoc, pieceId: string): JointRow | null {
  const piece = doc.pieces.find((p) => p.id === pieceId);
  if (!piece) return null;
  return (
    doc.joints.find((j) => j.childId === pieceId) ??
    doc.joints.find((j) => hangingFrom(doc, pieceById(doc, j.childId)).some((p) => p.id === pieceId)) ??
    null
  );
}

/** What the pointer does on the light table: moves the paper, draws with the tool in hand, bends limbs, picks. */
export function usePointer(placements: Map<string, Placement>) {
  const { doc, view, station } = useOnBench();
  const drag = useRef<Drag | null>(null);
  const space = useRef(false);
  const touches = useRef(new Map<number, { x: number; y: number }>());
  const setPanning = (panning: boolean) => useBench.setState({ panning });
  const pen = usePen();
  const place = usePlaceJoint();
  const soak = useSoak();
  const proposal = useProposalPointer();
  const tool = useBench((s) => s.tool);

  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && /INPUT|TEXTAREA|SELECT/.test(event.target.tagName);
      if (event.code !== 'Space' || typing) return;
      if (event.target instanceof HTMLButtonElement) event.target.blur();
      event.preventDefault();
      space.current = event.type === 'keydown';
      setPanning(space.current);
    };
    window.addEventListener('keydown', key);
    window.addEventListener('keyup', key);
    return () => {
      window.removeEventListener('keydown', key);
      window.removeEventListener('keyup', key);
    };
  }, []);

  /** The front piece with paint under a place, as the pieces lie now. */
  const pieceUnder = useCallback(
    (x: number, y: number) => {
      const spots = drawOrder(doc, view.id)
        .reverse()
        .map((piece) => {
          const at = placements.get(piece.id);
          const spot = at ? unapply(at, x, y) : { x, y };
          return { id: piece.id, face: piece.face, ...spot };
        });
      return handWorker().pieceUnder(spots);
    },
    [doc, view.id, placements],
  );

  const startBend = async (x: number, y: number, current: Drag) => {
    const id = await pieceUnder(x, y);
    if (drag.current !== current || !id) return;
    const picked = doc.joints.find((j) => j.id === useBench.getState().pickedJoint);
    const moves = picked && hangingFrom(doc, pieceById(doc, picked.childId)).some((p) => p.id === id);
    const joint = moves ? picked : jointTurning(doc, id);
    if (!joint) return;
    const pivot = pivotOf(joint);
    current.kind = 'bend';
    current.joint = joint;
    current.from = angleAt(pivot, x, y) - (useBench.getState().bends[joint.id] ?? 0);
  };

  /** Where a joint's pivot lies now: its parent may be turned itself. */
  const pivotOf = (joint: JointRow) => {
    const at = placements.get(joint.parentId);
    if (!at) return { x: joint.x, y: joint.y };
    const rad = (at.angle * Math.PI) / 180;
    return {
      x: Math.cos(rad) * joint.x - Math.sin(rad) * joint.y + at.tx,
      y: Math.sin(rad) * joint.x + Math.cos(rad) * joint.y + at.ty,
    };
  };

  const down = (event: PointerEvents) => {
    const { evt } = event;
    touches.current.set(evt.pointerId, { x: evt.clientX, y: evt.clientY });
    const pan = space.current || evt.button === 1 || evt.button === 2 || touches.current.size > 1;
    if (!pan && event.target.hasName('handle')) return;
    drag.current = { kind: pan ? 'pan' : 'press', x: evt.clientX, y: evt.clientY, moved: false };
    if (pan) {
      pen.send({ kind: 'lost' });
      setPanning(true);
      return;
    }
    const at = onCanvas(event);
    if (station === 'cut' && pen.active) pen.send({ kind: 'press', ...at });
    else if (station === 'joints' && place.active) place.press(at);
    else if (station === 'joints') void startBend(at.x, at.y, drag.current);
  };

  const move = (event: PointerEvents) => {
    const { evt } = event;
    if (touches.current.has(evt.pointerId)) touches.current.set(evt.pointerId, { x: evt.clientX, y: evt.clientY });
    const at = onCanvas(event);
    const current = drag.current;
    if (current?.kind === 'pan') {
      const dx = evt.clientX - current.x;
      const dy = evt.clientY - current.y;
      current.x = evt.clientX;
      current.y = evt.clientY;
      useBench.setState(({ viewport }) => ({ viewport: { ...viewport, x: viewport.x + dx, y: viewport.y + dy } }));
      return;
    }
    if (current && Math.hypot(evt.clientX - current.x, evt.clientY - current.y) > 4) current.moved = true;
    if (current?.kind === 'bend' && current.joint && current.moved) {
      const { joint } = current;
      if (useBench.getState().pickedJoint !== joint.id) pickJoint(joint.id);
      const raw = angleAt(pivotOf(joint), at.x, at.y) - (current.from ?? 0);
      const turn = ((((raw + 180) % 360) + 360) % 360) - 180;
      setBend(joint.id, Math.max(joint.rangeLow, Math.min(joint.rangeHigh, Math.round(turn * 2) / 2)));
      return;
    }
    if (station === 'cut' && pen.active) pen.send({ kind: 'move', ...at });
    else if (station === 'cut' && tool === 'soak') void soak.hover(at);
    else if (station === 'cut' && proposal.active) proposal.hover(at);
    else if (station === 'joints' && place.active) place.move(at, event.evt.altKey);
  };

  const up = (event: PointerEvents) => {
    touches.current.delete(event.evt.pointerId);
    const current = drag.current;
    drag.current = null;
    if (current?.kind === 'pan') {
      setPanning(space.current);
      return;
    }
    if (station === 'cut' && pen.active) {
      pen.send({ kind: 'release' });
      return;
    }
    const at = onCanvas(event);
    if (station === 'joints' && place.active) {
      void pieceUnder(at.x, at.y).then((id) => place.release(id));
      return;
    }
    if (!current || current.moved) return;
    if (station === 'cut' && tool === 'soak') {
      void soak.take(at);
      return;
    }
    if (station === 'cut' && proposal.active && !pen.proposal) {
      void proposal.click(at);
      return;
    }
    if (station === 'cut' && pen.proposal) {
      pen.pickSide(at);
      return;
    }
    void pieceUnder(at.x, at.y).then((id) => {
      const piece = doc.pieces.find((p) => p.id === id);
      pickPiece(id, piece ? partOf(doc, piece) : null);
      if (station === 'joints' && id) pickJoint(jointTurning(doc, id)?.id ?? null);
    });
  };

  const leave = (event: PointerEvents) => {
    touches.current.delete(event.evt.pointerId);
    if (drag.current?.kind === 'pan') {
      drag.current = null;
      setPanning(false);
    }
  };

  const double = () => {
    if (station === 'cut' && pen.active) pen.send({ kind: 'close' });
  };

  return { down, move, up, leave, double };
}

function angleAt(pivot: { x: number; y: number }, x: number, y: number): number {
  return (Math.atan2(y - pivot.y, x - pivot.x) * 180) / Math.PI;
}
