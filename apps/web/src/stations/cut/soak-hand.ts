import { refuse } from '../../ui/tell';
import type { BenchValue } from '../../bench/context';
import { useBench } from '../../bench/store';
import { keyOf, type HeldState } from '../../bench/worker';
import { setCut, useCut, type CutSettings } from './cut-store';
import { usePenStore, type LastSoak } from './pen-store';
import { takeShape } from './take-shape';
import { cutWorker } from './worker';

interface Spot {
  x: number;
  y: number;
}

let asking = false;
let wanted: Spot | null = null;
let adjusting = false;

const preview = (state: HeldState, viewId: string, seed: Spot) =>
  cutWorker().previewSoak(keyOf(state), viewId, seed, useCut.getState().settings);

/** Shows what would be taken at a place; asks for one picture at a time, the newest place last. */
export async function hoverSoak(bench: BenchValue, at: Spot): Promise<void> {
  wanted = at;
  if (asking) return;
  asking = true;
  try {
    while (wanted) {
      const seed: Spot = wanted;
      wanted = null;
      const found = await preview(bench, bench.view.id, seed);
      if (useCut.getState().tool !== 'soak') break;
      usePenStore.setState(
        found.ok
          ? { shape: { preview: found, word: 'Soak up', tokens: null }, refusal: null }
          : { shape: null, refusal: found.sentence },
      );
    }
  } finally {
    asking = false;
  }
}

/** Takes the region at a place. */
export async function takeSoak(bench: BenchValue, seed: Spot): Promise<void> {
  wanted = null;
  const found = await preview(bench, bench.view.id, seed);
  if (!found.ok) {
    refuse(found.sentence);
    return;
  }
  usePenStore.setState({ shape: null });
  const { pickedPiece, pickedPart } = useBench.getState();
  const taken = await takeShape(bench, found.mask, 'Soak up');
  if (!taken) return;
  // A copy adds to what was copied before, and cannot be taken anew.
  const copied = useCut.getState().settings.copy;
  const target = pickedPiece ? { pieceId: pickedPiece } : { tokens: pickedPart ?? taken.tokens ?? undefined };
  const { doc, sheets } = bench;
  usePenStore.setState({
    lastSoak: copied ? null : { seed, before: { doc, sheets }, revision: taken.state.revision, target },
  });
}

/** Can what was soaked up last still be adjusted? Not once anything else has happened. */
function canAdjust(last: LastSoak | null, bench: Pick<BenchValue, 'revision'>): last is LastSoak {
  return last !== null && last.revision === bench.revision;
}

/** Changes the numbers; what was soaked up last, if nothing else happened since, is taken anew by them, and nothing else. */
export async function adjustSoak(bench: BenchValue, change: Partial<CutSettings>): Promise<void> {
  setCut(change);
  if (adjusting || !canAdjust(usePenStore.getState().lastSoak, bench)) return;
  adjusting = true;
  usePenStore.setState({ busy: true });
  try {
    // The hand may move on while the server answers: the newest numbers count.
    for (let used: CutSettings | null = null; used !== useCut.getState().settings;) {
      used = useCut.getState().settings;
      const last = usePenStore.getState().lastSoak;
      if (!last) break;
      const found = await preview(last.before, bench.view.id, last.seed);
      if (!found.ok) {
        refuse(found.sentence);
        break;
      }
      const state = await bench.edit('cut.retake', bench.view.id, {
        targets: [{ ...last.target, mask: found.mask }],
        word: 'Soak up',
        replaces: last.revision,
      });
      usePenStore.setState({ lastSoak: state && { ...last, revision: state.revision } });
    }
  } finally {
    adjusting = false;
    usePenStore.setState({ busy: false });
  }
}
