/** @jest-environment jsdom */
import type { CharacterDoc, JointRow, MotionRow } from '@limber-sheaf/core';
import { act, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useBench } from '../../bench/store';
import { character } from '../../testing/character';
import { onBench } from '../../testing/on-bench';
import { answer, resetServer } from '../../testing/server';
import { reachTo } from './trial-hand';
import { trialActions } from './trial-actions';
import { TrialFrames } from './TrialFrames';
import { TrialLedger } from './TrialLedger';
import { holdFrame, leaveTrial, tryMotion, useTrial } from './trial-store';
import { NO_FAULTS, reachChains } from '@limber-sheaf/core';

jest.mock('../../api/client');

/** A torso with a head that nods, and an arm that reaches; the head is clean through a few degrees alone. */
function jointed(): CharacterDoc {
  const doc = character({ pieces: ['torso', 'head', 'upper', 'lower', 'hand'] });
  const part = (id: string, group: string, word: string | null, side: 'A' | null, parentId: string | null) => ({
    ...doc.parts[0],
    ...{ id, group, part: word, side, index: null, parentId },
  });
  const parts = [
    part('torso', 'torso', null, null, null),
    part('head', 'head', null, null, 'torso'),
    part('upper', 'arm', 'upper', 'A', 'torso'),
    part('lower', 'arm', 'lower', 'A', 'upper'),
    part('hand', 'arm', 'hand', 'A', 'lower'),
  ];
  const pieces = doc.pieces.map((piece, at) => ({ ...piece, partId: parts[at].id }));
  const joint = (id: string, child: number, parent: number, x: number, y: number) =>
    ({
      ...{
        table: 'joint',
        id,
        version: 1,
        viewId: doc.views[0].id,
        childId: pieces[child].id,
        parentId: pieces[parent].id,
      },
      ...{ kind: 'hinge', x, y, radius: 10, rangeLow: -120, rangeHigh: 120, wantedLow: 0, wantedHigh: 0, twinId: null },
    }) as JointRow;
  const joints = [
    joint('neck', 1, 0, 50, 40),
    joint('shoulder', 2, 0, 30, 60),
    joint('elbow', 3, 2, 30, 100),
    joint('wrist', 4, 3, 30, 140),
  ];
  return { ...doc, parts, pieces, joints };
}
const doc = jointed();

beforeEach(() => {
  resetServer();
  const proofs = doc.joints.map(({ id }) => ({ jointId: id, cleanRange: id === 'neck' ? [-3, 3] : [-120, 120] }));
  answer('trial.faults', () => NO_FAULTS as never);
  answer('handOff.checks', () => ({ revision: 1, checks: [], joints: proofs }) as never);
  act(() => useTrial.setState(useTrial.getInitialState(), true));
});

test('motions that the character can do are tried by a click; of the others it is said what they lack', async () => {
  onBench(<TrialLedger />, doc, { station: 'trial' });
  expect(screen.getByText('5 motions of 13 can be tried here.')).toBeTruthy();
  await userEvent.click(screen.getByText('8 motions cannot be tried here'));
  expect(screen.getByText('It has no tail with a joint in this view.')).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Wag' })).toBeNull();
  await userEvent.click(screen.getByRole('button', { name: 'Nod' }));
  expect(useTrial.getState()).toMatchObject({ motion: 'nod', playing: true });
  const found = await screen.findByRole('region', { name: 'Found' });
  await userEvent.click(await within(found).findByRole('button', { name: /^Show frame/ }));
  expect(within(found).getByText(/^Neck goes 6° past where it is clean/)).toBeTruthy();
  expect(useTrial.getState().playing).toBe(false);
});

test('a motion of one’s own is made of poses, each with its time, and tried at once', async () => {
  const pose = { table: 'pose' as const, version: 1, characterId: 'c', rootX: 0, rootY: 0, pupilIds: [], gaze: [] };
  const turned = { partIds: ['head'], angles: [9], drawingIds: [] };
  const poses = ['tilt', 'bow'].map((name) => ({ ...pose, ...turned, id: name, name }));
  const posed: CharacterDoc = { ...doc, poses };
  const row = { table: 'motion', id: 'm', version: 1, characterId: 'c', name: 'bows' } as const;
  const motions: MotionRow[] = [{ ...row, poseIds: [null, 'bow'], seconds: [1.5, 0.6], eases: ['soft', 'sudden'] }];
  const answers = { doc: { ...posed, motions } };
  const { edits } = onBench(<TrialLedger />, posed, { station: 'trial', answers });
  const own = screen.getByRole('region', { name: 'Own motions' });
  await userEvent.click(within(own).getByRole('button', { name: 'New motion' }));
  // Rest and every pose, to begin with.
  expect(within(own).getAllByRole('combobox', { name: /^Pose \d of the motion/ })).toHaveLength(3);
  expect(within(own).getByRole('button', { name: 'Keep' }).hasAttribute('disabled')).toBe(true);
  await userEvent.click(within(own).getByRole('button', { name: 'Take pose 2 out' }));
  expect(within(own).getByRole('button', { name: 'Take pose 2 out' }).hasAttribute('disabled')).toBe(true);
  const seconds = within(own).getByRole('textbox', { name: 'Seconds from pose 1 to the next' });
  await userEvent.clear(seconds);
  await userEvent.type(seconds, '1.5');
  await userEvent.selectOptions(
    within(own).getByRole('combobox', { name: 'How it goes from pose 2 to the next' }),
    'sudden',
  );
  await userEvent.type(within(own).getByRole('textbox', { name: 'Name of the motion' }), 'bows{Enter}');
  const steps = [
    { seconds: 1.5, ease: 'soft' },
    { poseId: 'bow', seconds: 0.6, ease: 'sudden' },
  ];
  expect(edits).toEqual([['trial.keepMotion', 'c', { name: 'bows', steps }]]);
  expect(useTrial.getState()).toMatchObject({ motion: 'own m', playing: true });
});

test('a frame is held by its number, and those in which something is found are marked', async () => {
  onBench(<TrialFrames />, doc, { station: 'trial' });
  act(() => tryMotion('nod'));
  act(() => holdFrame(9));
  expect(await screen.findByText('10 of 36 !')).toBeTruthy();
  expect(useBench.getState().bends.neck).toBeCloseTo(9, 1);
  await userEvent.selectOptions(screen.getByRole('combobox', { name: 'Frames a second' }), '12');
  expect(screen.getByText('1 of 18')).toBeTruthy();
});

test('a hand goes where it is dragged, and what it misses is said; flipped, it bends the other way', async () => {
  const { bench } = onBench(<TrialLedger />, doc, { station: 'trial' });
  const [arm] = reachChains(doc, doc.views[0].id);
  act(() => reachTo(bench, arm, { x: 70, y: 90 }));
  expect(screen.getByText('arm A is there.')).toBeTruthy();
  const before = useBench.getState().bends.elbow;
  act(() => trialActions.find(({ id }) => id === 'flip')?.run(bench));
  expect(Math.sign(useBench.getState().bends.elbow)).toBe(-Math.sign(before));
  act(() => reachTo(bench, arm, { x: 30, y: 400 }));
  expect(screen.getByText(/^arm A misses by 260 px: it is out of reach/)).toBeTruthy();
});

test('the pose is let go by one action', () => {
  const { bench } = onBench(<TrialLedger />, doc, { station: 'trial' });
  act(() => tryMotion('wave'));
  act(() => useBench.setState({ bends: { shoulder: 30 } }));
  act(() => trialActions.find(({ id }) => id === 'rest')?.run(bench));
  expect([useBench.getState().bends, useTrial.getState().motion]).toEqual([{}, null]);
});

test('a pose is kept under a name, and stands again by a click; what a view lacks for it is said', async () => {
  const pose = {
    ...{ table: 'pose' as const, id: 'p', version: 1, characterId: doc.character.id, name: 'greeting' },
    ...{ partIds: ['lower', 'torso'], angles: [40, 5], rootX: 0, rootY: 6, pupilIds: [], gaze: [], drawingIds: [] },
  };
  const { edits } = onBench(<TrialLedger />, { ...doc, poses: [pose] }, { station: 'trial' });
  const poses = screen.getByRole('region', { name: 'Poses' });
  expect(within(poses).getByRole('button', { name: 'Keep' })).toHaveProperty('disabled', true);
  expect(within(poses).getByText('No joint in this view: torso.')).toBeTruthy();
  await userEvent.click(within(poses).getByRole('button', { name: /^greeting/ }));
  expect(useBench.getState()).toMatchObject({ bends: { elbow: 40 }, shift: { x: 0, y: 6 } });
  await userEvent.type(within(poses).getByRole('textbox', { name: 'Name of the pose' }), 'salute{Enter}');
  const turned = [{ partId: 'lower', angle: 40 }];
  expect(edits).toEqual([
    ['trial.keep', doc.character.id, { name: 'salute', turned, root: { x: 0, y: 6 }, pupils: [], drawingIds: [] }],
  ]);
  await userEvent.click(within(poses).getByRole('button', { name: 'Let the pose greeting go' }));
  expect(edits.at(-1)?.slice(0, 2)).toEqual(['trial.remove', 'p']);
});

test('what is seen without paint is found in its frame, and leads to Under with the pose in hand', async () => {
  answer('trial.faults', () => ({ ...NO_FAULTS, bare: [{ pieceId: doc.pieces[0].id, frame: 4, area: 812 }] }) as never);
  const { address } = onBench(<TrialLedger />, doc, { station: 'trial' });
  act(() => tryMotion('nod'));
  const found = await screen.findByRole('region', { name: 'Found' });
  const line = await within(found).findByText(
    /^Torso is seen without paint, 812 px at worst, in 1 frame. Paint it in Under./,
  );
  await userEvent.click(line);
  expect(useTrial.getState().frame).toBe(4);
  await userEvent.click(within(found).getByRole('button', { name: 'To Under' }));
  expect(address()).toBe('under');
  act(() => leaveTrial());
  expect(useBench.getState()).toMatchObject({ pickedPiece: doc.pieces[0].id });
  expect(useBench.getState().bends.neck).toBeGreaterThan(0);
});

test('against the ghost each part that is off it is told with how far, the farthest first; a click picks it', async () => {
  onBench(<TrialLedger />, doc, { station: 'trial' });
  expect(screen.queryByRole('region', { name: 'Off the design' })).toBeNull();
  act(() => useTrial.setState({ ghost: true }));
  const list = screen.getByRole('region', { name: 'Off the design' });
  expect(list.textContent).toContain('Every part sits on the ghost.');
  act(() => useBench.setState({ bends: { elbow: 40 } }));
  const rows = within(list).getAllByRole('button');
  expect(rows.map((row) => row.textContent)).toEqual(['hand A58 px off', 'lower arm A49 px off']);
  await userEvent.click(rows[0]);
  expect(useBench.getState().pickedPiece).toBe('hand');
  act(() => useTrial.setState({ playing: true }));
  expect(screen.queryByRole('region', { name: 'Off the design' })).toBeNull();
});
