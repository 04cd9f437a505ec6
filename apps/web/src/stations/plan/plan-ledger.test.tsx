/** @jest-environment jsdom */
import { planFrom, planOf, type Plan } from '@limber-sheaf/core';
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useBench } from '../../bench/store';
import { character } from '../../testing/character';
import { onBench } from '../../testing/on-bench';
import { PlanLedger } from './PlanLedger';
import { said } from '../../testing/toasts';

jest.mock('../../ui/konva', () => ({}));
jest.mock('../../bench/worker', () => ({
  keyOf: () => 1,
  handWorker: () => ({ frameOf: () => new Promise(() => undefined) }),
}));

const planned = (edit: unknown[]) => edit[2] as { plan: Plan; word: string; saw: Record<string, number> };

test('choosing a breakdown plans its parts, and keeps the shot and the views that were chosen', async () => {
  const plan = {
    ...planFrom('people-simple'),
    views: ['front', 'back'],
    shot: { ...planFrom('people-simple').shot, fills: 0.3 },
  } as Plan;
  const { edits } = onBench(<PlanLedger />, character({ plan }));
  await userEvent.selectOptions(screen.getByLabelText('Breakdown'), 'four-legged');
  expect(edits).toHaveLength(1);
  const { plan: next, word, saw } = planned(edits[0]);
  expect(next.parts).toEqual(planFrom('four-legged').parts);
  expect(next.views).toEqual(['front', 'back']);
  expect(next.shot).toEqual(plan.shot);
  expect(word).toMatch(/^Plan /);
  expect(saw).toEqual({ c: 1 });
});

test('a part is planned by a click, looked at by the next, and left out by the one after', async () => {
  const { edits, turnTo, bench } = onBench(<PlanLedger />, character({}));
  const chip = () => screen.getByRole('button', { name: /^scarf/ });
  expect(chip().getAttribute('aria-pressed')).toBe('false');
  await userEvent.click(chip());
  const first = planned(edits[0]);
  expect(first.word).toBe('Plan scarf');
  expect(first.plan.parts).toHaveLength(planOf(bench.doc.character).parts.length + 1);
  turnTo(character({ plan: first.plan }));
  expect(chip().getAttribute('aria-pressed')).toBe('true');
  expect(useBench.getState().pickedPart?.group).toBe('scarf');
  await userEvent.click(chip());
  expect(planned(edits[1]).word).toBe('Leave out scarf');
  expect(planned(edits[1]).plan.parts).toEqual(planOf(bench.doc.character).parts);
});

test('a part of one’s own is added by its name; what is no name is told and changes nothing', async () => {
  const { edits } = onBench(<PlanLedger />, character({}));
  const field = screen.getByLabelText('A part of your own');
  await userEvent.type(field, '???{Enter}');
  expect(said).toEqual(['That is no name for a part.']);
  expect(edits).toEqual([]);
  await userEvent.clear(field);
  await userEvent.type(field, 'lantern{Enter}');
  expect(planned(edits[0]).plan.parts.at(-1)?.group).toBe('lantern');
  expect((field as HTMLInputElement).value).toBe('');
});

test('a choice says what it means, and changes the parts that it is about', async () => {
  const { edits } = onBench(<PlanLedger />, character({ plan: planFrom('people-standard') }));
  const neck = screen.getByLabelText('Neck');
  const before = planFrom('people-standard').parts.some((part) => part.group === 'neck');
  const other = within(neck)
    .getAllByRole<HTMLOptionElement>('option')
    .find((option) => !option.selected);
  await userEvent.selectOptions(neck, other?.value ?? '');
  expect(planned(edits[0]).plan.parts.some((part) => part.group === 'neck')).toBe(!before);
});

test('views and swap sets to come are planned, counted and left out', async () => {
  const plan = { ...planFrom('people-simple'), views: ['front'], sets: [] };
  const { edits, turnTo } = onBench(<PlanLedger />, character({ plan }));
  await userEvent.click(screen.getByLabelText(/^Side/));
  expect(planned(edits[0]).plan.views).toEqual(['front', 'side']);
  expect(planned(edits[0]).word).toBe('Plan the side view');
  await userEvent.type(screen.getByLabelText('Another swap set'), 'Mouth shapes{Enter}');
  const { plan: next } = planned(edits[1]);
  expect(next.sets).toEqual([{ name: 'Mouth shapes', kind: 'mouth', drawings: 4 }]);
  turnTo(character({ plan: next }));
  const drawings = screen.getByLabelText('Drawings of Mouth shapes');
  await userEvent.clear(drawings);
  await userEvent.type(drawings, '0{Enter}');
  expect(planned(edits[2]).plan.sets[0].drawings).toBe(1);
  await userEvent.click(screen.getByLabelText('Leave out Mouth shapes'));
  expect(planned(edits[3]).plan.sets).toEqual([]);
});

test('how sides are told apart is changed for the character, with what it costs', async () => {
  const { edits } = onBench(<PlanLedger />, character({}));
  expect(screen.getByText(/stay true when the puppet is mirrored/)).toBeTruthy();
  await userEvent.selectOptions(screen.getByLabelText('How sides are told apart'), 'left-right');
  expect(edits).toEqual([['plan.setSides', 'c', { sides: 'left-right', saw: { c: 1 } }]]);
});
