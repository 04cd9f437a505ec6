import { CUT_CHECKS } from '../cut/checks.js';
import type { CharacterDoc, SheetsOf, ViewId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import type { Check, CheckId, Measure, ViewCheck } from '../document/view-check.js';
import { turningJoints } from '../document/find.js';
import { JOINTS_CHECKS } from '../joints/checks.js';
import type { BendProof, JointProof } from '../joints/prove-joint.js';
import { NAMES_CHECKS } from '../names/checks.js';
import { PLAN_CHECKS } from '../plan/checks.js';
import { STACK_CHECKS } from '../stack/checks.js';
import { SWAPS_CHECKS } from '../swaps/checks.js';
import { TRIAL_CHECKS } from '../trial/checks.js';
import { UNDER_CHECKS } from '../under/checks.js';

/** The order in which the checks are shown. */
const SHOWN: readonly CheckId[] = [
  'rest-match',
  'offcuts',
  'inside-canvas',
  'names',
  'family',
  'pivots',
  'joints-clean',
  'hidden-paint',
  'swap-seats',
  'size',
];

/** The checks of each station. */
const STATIONS: readonly (readonly ViewCheck[])[] = [
  CUT_CHECKS,
  JOINTS_CHECKS,
  UNDER_CHECKS,
  STACK_CHECKS,
  NAMES_CHECKS,
  SWAPS_CHECKS,
  PLAN_CHECKS,
  TRIAL_CHECKS,
];

/** Every check that the stations make, in the order in which they are shown. */
const VIEW_CHECKS = STATIONS.flatMap((checks, station) => checks.map((check) => ({ check, station }))).sort(
  (a, b) => SHOWN.indexOf(a.check.id) - SHOWN.indexOf(b.check.id),
);

/** All checks of a view, with the proof of each joint. */
export interface ViewProof {
  checks: Check[];
  joints: JointProof[];
}

/** Everything that the checks of a view measure; each is derived, and found again under its key. */
export function viewMeasures(doc: CharacterDoc, viewId: ViewId, sheets: SheetsOf): Measure<unknown>[] {
  return byCheck(doc, viewId, sheets).flat();
}

/**
 * `viewMeasures`, with a pause after each check for whatever else its thread has to do: their keys take a while.
 * @param pause waited for each time
 */
export async function viewMeasuresInTurn(
  doc: CharacterDoc,
  viewId: ViewId,
  sheets: SheetsOf,
  pause: () => Promise<unknown>,
): Promise<Measure<unknown>[]> {
  const known = knownMeasures(doc, viewId, sheets);
  if (known) return known.flat();
  const measures: Measure<unknown>[][] = [];
  for (const one of VIEW_CHECKS) {
    const made = measuresOfCheck(one, doc, viewId, sheets);
    workOutKeys(made);
    measures.push(made);
    await pause();
  }
  measuresOf.set(doc, { viewId, sheets, measures });
  return measures.flat();
}

/** What each check measures: kept, with its keys, with the document as long as its sheets are the same. */
function byCheck(doc: CharacterDoc, viewId: ViewId, sheets: SheetsOf): Measure<unknown>[][] {
  const known = knownMeasures(doc, viewId, sheets);
  if (known) return known;
  const measures = VIEW_CHECKS.map((one) => measuresOfCheck(one, doc, viewId, sheets));
  measuresOf.set(doc, { viewId, sheets, measures });
  return measures;
}

function measuresOfCheck(
  { check, station }: (typeof VIEW_CHECKS)[number],
  doc: CharacterDoc,
  viewId: ViewId,
  sheets: SheetsOf,
): Measure<unknown>[] {
  return check.measures(doc, viewId, sheets).map((measure) => Object.assign(measure, { station }));
}

/** Keys are worked out where they are first asked for, and kept. */
function workOutKeys(measures: readonly Measure<unknown>[]): void {
  measures.forEach(({ key }) => key);
}

function knownMeasures(doc: CharacterDoc, viewId: ViewId, sheets: SheetsOf): Measure<unknown>[][] | null {
  const kept = measuresOf.get(doc);
  return kept?.viewId === viewId && kept.sheets === sheets ? kept.measures : null;
}

const measuresOf = new WeakMap<CharacterDoc, { viewId: ViewId; sheets: SheetsOf; measures: Measure<unknown>[][] }>();

/**
 * The checks of a view in words.
 * @param measured what each of \`viewMeasures\` came to, by key
 */
export function reportView(
  doc: CharacterDoc,
  viewId: ViewId,
  sheets: SheetsOf,
  measured: ReadonlyMap<string, unknown>,
): ViewProof {
  const view = doc.views.find((v) => v.id === viewId)?.key ?? '';
  let joints: JointProof[] = [];
  const checks: Check[] = [];
  const measures = byCheck(doc, viewId, sheets);
  for (const [place, { check }] of VIEW_CHECKS.entries()) {
    const values = measures[place].map(({ key }) => measured.get(key));
    // Two stations may look at one thing, each in its own way.
    const same = checks.at(-1)?.id === check.id ? checks.pop() : undefined;
    if (check.id === 'joints-clean' && !same)
      joints = turningJoints(doc, viewId).flatMap(({ id }, at) => {
        const proof = values[at] as BendProof | null;
        if (!proof) return [];
        const { cleanRange, worst, discBare } = proof;
        return [{ jointId: id, cleanRange, worst, discBare }];
      });
    const report = check.report(doc, viewId, values, same?.findings ?? []);
    const figure = (same?.figure ?? 0) + report.figure;
    const of = report.of ?? same?.of;
    const findings = [...(same?.findings ?? []), ...report.findings];
    const ok = findings.length === 0 && isWhole({ figure, of });
    checks.push({ ...report, id: check.id, view, ok, figure, ...(of === undefined ? {} : { of }), findings });
  }
  return { checks: doc.pieces.some((piece) => piece.viewId === viewId) ? checks : checks.map(nothingCut), joints };
}

/** Of a view that nothing is cut in, nothing holds. */
function nothingCut(check: Check): Check {
  return {
    ...check,
    ok: false,
    findings: [{ sentence: 'Nothing is cut in this view yet. Begin in Cut.', lacks: true }],
  };
}

/** Nothing left over where px are counted, nothing missing where things are. */
function isWhole({ figure, of }: Pick<Check, 'figure' | 'of'>): boolean {
  return of === undefined ? figure === 0 : figure === of;
}

/** Makes every check of one view from its rows and pictures alone. */
export function checkView(
  doc: CharacterDoc,
  viewId: ViewId,
  art: ViewArt,
  onProgress?: (share: number, what: string) => void,
): ViewProof {
  const measures = viewMeasures(doc, viewId, {});
  const measured = new Map<string, unknown>();
  for (const [at, { key, what, measure }] of measures.entries()) {
    onProgress?.(at / measures.length, what);
    measured.set(key, measure(art));
  }
  return reportView(doc, viewId, {}, measured);
}
