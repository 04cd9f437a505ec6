import type { GraftLook, PieceRow } from '@limber-sheaf/core';
import { asWork } from '../../api/work';
import type { BenchValue } from '../../bench/context';

type Editing = Pick<BenchValue, 'edit'>;

/** Lays the graft that is there otherwise. */
export function layGraft({ edit }: Editing, { id, version }: PieceRow, graft: GraftLook) {
  const { corners, light, warmth, colour, soft } = graft;
  const look = { corners: corners.map((value) => Math.round(value * 100) / 100), light, warmth, colour, soft };
  return edit('under.graft', id, { look, saw: { [id]: version } });
}

/** Takes a graft from another piece. */
export function graftFrom({ edit }: Editing, { id, version }: PieceRow, fromId: string) {
  return asWork('Graft', (signal) => edit('under.graft', id, { fromId, saw: { [id]: version } }, signal));
}

/** Takes a graft from a file. */
export function graftFile({ edit }: Editing, { id }: PieceRow, file: Blob) {
  const form = new FormData();
  form.append('design', file, 'design');
  return asWork('Graft', (signal) => edit('under.graftFile', id, form, signal));
}
