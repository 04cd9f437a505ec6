import { drawOrder, pieceName } from '../document/family.js';
import { deriveKey } from '../document/keys.js';
import { viewById } from '../document/view-edits.js';
import { viewCheck, type ViewCheck } from '../document/view-check.js';
import { findOffcuts, type Offcut } from './offcuts.js';
import { ownersAtRest } from './owners.js';

interface Uncut {
  untakenArea: number;
  offcuts: Pick<Offcut, 'area' | 'place' | 'belongsTo'>[];
}

/** Findings that are listed; a raw design has thousands. */
const MOST_LISTED = 40;

const offcuts: ViewCheck<Uncut> = {
  id: 'offcuts',
  measures(doc, viewId) {
    const order = drawOrder(doc, viewId);
    const faces = order.map(({ face }) => [face.blob, face.x, face.y]);
    return [
      {
        key: deriveKey('offcuts 1', [viewById(doc, viewId).designBlob, faces]),
        what: 'Offcuts',
        measure(art) {
          const report = findOffcuts(art.design, ownersAtRest(doc, viewId, art));
          const listed = report.offcuts.slice(0, MOST_LISTED);
          return {
            untakenArea: report.untakenArea,
            offcuts: listed.map(({ area, place, belongsTo }) => ({ area, place, belongsTo })),
          };
        },
      },
    ];
  },
  report(doc, viewId, [{ untakenArea, offcuts: found }]) {
    const order = drawOrder(doc, viewId);
    const findings = found.map((offcut) => ({
      sentence:
        offcut.belongsTo === null
          ? `${offcut.area} px of the design are in no piece. Trace them into a part.`
          : `${offcut.area} px lie beside ${pieceName(doc, order[offcut.belongsTo])} in no piece. Sweep them up.`,
      place: offcut.place,
      ...(offcut.belongsTo !== null && { sweeps: true }),
    }));
    return { figure: untakenArea, unit: 'px', findings };
  },
};

/** What Cut checks. */
export const CUT_CHECKS = [viewCheck(offcuts)];
