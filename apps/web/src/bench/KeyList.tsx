import * as Dialog from '@radix-ui/react-dialog';
import { useBench } from './store';

const KEYS: readonly [string, string][] = [
  ['1 2 3 5 0', 'Plan, Cut, Joints, Stack, Hand-off'],
  ['Q hold', 'Peek at the design'],
  ['Space hold', 'Move the paper'],
  ['Wheel', 'Zoom at the pointer'],
  ['H', 'The whole character in view'],
  ['W', 'Just the picked piece'],
  ['F', 'Fold the panels away, or back'],
  ['← →', 'Previous, next piece in the sheaf'],
  ['Alt ← →', 'Move the piece back or forward'],
  ['Ctrl Z', 'Undo'],
  ['Ctrl Shift Z', 'Redo'],
  ['Ctrl K', 'Find a part, joint or station'],
  ['C  S  T  G', 'Cut: cross-cut, soak, trace, give back'],
  ['P', 'Cut: propose parts, or drop the proposal'],
  ['X', 'Cut: X-ray, all pieces in flat tints'],
  ['Enter', 'Cut: close the loop, take the cut'],
  ['O', 'Cut: the other side gets the name'],
  ['Esc', 'One point back, then drop the tool'],
  ['J  R  B', 'Joints: place, round, sweep'],
  ['K', 'Joints: a chain of joints along a stroke'],
  ['Alt drag', 'Joints: a brad free of the contour'],
  ['Backspace', 'Joints: everything back to rest'],
  ['← ↑ → ↓', 'Joints: move the picked pivot by 1 px, Shift by 0.1'],
  ['?', 'This list'],
];

/** The list of keys. */
export function KeyList() {
  const open = useBench((s) => s.keysShown);
  return (
    <Dialog.Root open={open} onOpenChange={(keysShown) => useBench.setState({ keysShown })}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-[#25303a]/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-1/2 left-1/2 z-50 w-[640px] max-w-[94vw] -translate-x-1/2 -translate-y-1/2 rounded-2xl border border-rule bg-sheet p-6 text-ink shadow-2xl"
        >
          <Dialog.Title className="mb-3 text-[20px]">Keys</Dialog.Title>
          <dl className="grid grid-cols-2 gap-x-8">
            {KEYS.map(([key, word]) => (
              <div
                key={key}
                className="flex items-baseline justify-between gap-4 border-b border-rule py-1.5 text-[13px]"
              >
                <dt className="figures whitespace-nowrap">{key}</dt>
                <dd className="text-right text-soft">{word}</dd>
              </div>
            ))}
          </dl>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
