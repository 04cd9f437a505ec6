/** @jest-environment jsdom */
import type { Sweep } from '@limber-sheaf/core';
import { act, fireEvent, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { pickJoint, useBench } from '../../bench/store';
import { bend } from '../../testing/bend';
import { character } from '../../testing/character';
import { onBench } from '../../testing/on-bench';
import { JointBend } from './JointBend';
import { useJoints } from './joint-store';
import { SweepChart } from './SweepChart';

jest.mock('../../bench/worker', () => ({ keyOf: () => 1, proxy: (tell: unknown) => tell }));
jest.mock('./worker', () => ({ jointWorker: () => ({}), sweepWorker: () => ({}) }));

const hangs = { 'arm A upper': 'torso' };
const withJoint = (joint: object) =>
  character({ pieces: ['torso', 'arm A upper'], hangs, joints: { 'arm A upper': joint } });
const id = 'joint arm A upper';
const bent = () => useBench.getState().bends[id];
const foul: Sweep = {
  bends: [bend(-60), bend(0), bend(30, { daylight: 90 }), bend(60, { daylight: 1450 })],
  cleanRange: [-60, 0],
};

beforeEach(() => {
  useBench.setState({ bends: {} });
  useJoints.setState({ sweeps: {} });
});

describe('the chart of a sweep', () => {
  /** The chart as it is drawn, 290 px wide, and a joint that it shows. */
  function chart(joint: object, sweep: Sweep, angle = 0) {
    const [row] = withJoint(joint).joints;
    render(<SweepChart joint={row} sweep={sweep} angle={angle} />);
    const image = screen.getByRole('img');
    image.getBoundingClientRect = () => ({ left: 0, top: 0, width: 290, height: 128 }) as DOMRect;
    return image;
  }
  /** Where an angle is drawn, px from the left: between edges of 30 and 6. */
  const across = (angle: number, low: number, high: number) => 30 + ((angle - low) / (high - low)) * (290 - 36);
  // Pages without layout know no pointer events of their own.
  const point = (image: HTMLElement, clientX: number) =>
    act(() => void fireEvent(image, new MouseEvent('pointermove', { bubbles: true, clientX })));

  test('tells its range and its worst figure', () => {
    const image = chart({}, foul);
    expect(image.getAttribute('aria-label')).toBe('Faults against the angle, -60° to 60°; 1450 px at worst');
    // Thousands are told as such on the axis, so that the figures fit.
    expect(screen.getByText('1k')).toBeTruthy();
    expect(screen.getByText('-60°')).toBeTruthy();
  });

  test('bends the limb to where the pointer is, and no farther than was swept', () => {
    const image = chart({}, foul);
    for (const angle of [-60, -12, 0, 45]) {
      point(image, across(angle, -60, 60));
      expect(bent()).toBe(angle);
    }
    point(image, 2);
    expect(bent()).toBe(-60);
    point(image, 400);
    expect(bent()).toBe(60);
  });

  test('goes as far as is wanted, and marks where the range ends', () => {
    const image = chart(
      { wantedHigh: 120 },
      { bends: [bend(-60), bend(120, { daylight: 30 })], cleanRange: [-60, 100] },
    );
    expect(image.getAttribute('aria-label')).toContain('-60° to 120°');
    point(image, across(90, -60, 120));
    expect(bent()).toBe(90);
    const marks = [...image.querySelectorAll('line[stroke="var(--brass)"]')];
    expect(marks.map((mark) => Math.round(Number(mark.getAttribute('x1'))))).toEqual([
      Math.round(across(60, -60, 120)),
    ]);
  });

  test('says each fault at the angle that is shown; art without outline has no broken line', () => {
    chart(
      { lineWidth: 5 },
      { bends: [bend(-60), bend(60, { kink: 12.4, brokenLine: 7, strayLine: 3 })], cleanRange: [-60, 0] },
      60,
    );
    const legend = (word: string) => screen.queryByText(word)?.closest('span')?.textContent;
    expect([legend('kink'), legend('broken line'), legend('stray line'), legend('daylight')]).toEqual([
      'kink12 px',
      'broken line7 px',
      'stray line3 px',
      'daylight0 px',
    ]);
    document.body.innerHTML = '';
    chart({ lineWidth: 0 }, { bends: [bend(-60), bend(60)], cleanRange: [-60, 60] });
    expect(screen.queryByText('broken line')).toBeNull();
  });
});

describe('the bar that bends', () => {
  const bar = (joint: object = {}) => {
    onBench(<JointBend />, withJoint(joint));
    act(() => pickJoint(id));
    return screen.getByRole('slider', { name: 'Bend of shoulder A, degrees' });
  };

  test('is there for a picked joint alone', () => {
    onBench(<JointBend />, withJoint({}));
    act(() => pickJoint(null));
    expect(screen.queryByRole('slider')).toBeNull();
    act(() => pickJoint(id));
    expect(screen.getByText('Bend shoulder A')).toBeTruthy();
  });

  test('bends by half degrees with the arrow keys, and to the ends of the range with Home and End', async () => {
    const thumb = bar({ rangeLow: -20, rangeHigh: 110 });
    thumb.focus();
    await userEvent.keyboard('{ArrowRight}{ArrowRight}{ArrowRight}');
    expect(bent()).toBe(1.5);
    expect(screen.getByText('1.5°')).toBeTruthy();
    await userEvent.keyboard('{End}');
    expect(bent()).toBe(110);
    await userEvent.keyboard('{ArrowRight}');
    expect(bent()).toBe(110);
    await userEvent.keyboard('{Home}');
    expect(bent()).toBe(-20);
  });

  test('is hatched where the joint is not clean, once that is known', () => {
    const thumb = bar();
    const track = () => [...(thumb.closest('div')?.querySelectorAll<HTMLElement>('.bg-madder') ?? [])];
    expect(track()).toEqual([]);
    act(() => useJoints.setState({ sweeps: { [id]: { signature: 'now', share: 1, sweep: foul, fine: true } } }));
    // From 30° to 60° of −60° to 60°.
    expect(track().map((stretch) => Math.round(parseFloat(stretch.style.left)))).toEqual([75]);
  });
});
