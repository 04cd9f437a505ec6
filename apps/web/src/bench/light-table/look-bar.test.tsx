/** @jest-environment jsdom */
import { fireEvent, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { pickPiece, resetBench, useBench } from '../store';
import { LookBar } from './LookBar';

global.ResizeObserver = class {
  observe = () => undefined;
  unobserve = () => undefined;
  disconnect = () => undefined;
};

beforeEach(() => {
  resetBench();
  useBench.setState({ viewport: { scale: 0.5, x: 100, y: 40 } });
  render(<LookBar table={{ width: 800, height: 600 }} />);
});

const press = (name: string) => userEvent.click(screen.getByRole('button', { name }));

test('it goes nearer and farther about the middle, and to the art’s own size', async () => {
  await press('Nearer');
  const { scale, x } = useBench.getState().viewport;
  expect([scale, x]).toEqual([0.625, 25]);
  await press('Farther away');
  expect(useBench.getState().viewport).toEqual({ scale: 0.5, x: 100, y: 40 });
  await press('50%');
  expect(useBench.getState().viewport.scale).toBe(1);
  expect(screen.getByRole('button', { name: '100%' })).toBeTruthy();
  await press('The whole character (H)');
  expect(useBench.getState().lookAt).toEqual({ kind: 'all' });
});

test('the picked piece is shown alone for as long as wanted, with the others as solid as wanted', async () => {
  const alone = screen.getByRole<HTMLButtonElement>('button', { name: 'Only the picked piece (W)' });
  expect(alone.disabled).toBe(true);
  pickPiece('head', null);
  await userEvent.click(alone);
  expect(useBench.getState().solo).toEqual(['head']);
  const others = await screen.findByRole('slider', { name: 'The others' });
  others.focus();
  fireEvent.keyDown(others, { key: 'ArrowRight' });
  fireEvent.keyDown(others, { key: 'ArrowRight' });
  expect(useBench.getState().others).toBeCloseTo(0.1);
  await userEvent.click(alone);
  expect(useBench.getState().solo).toBeNull();
  expect(screen.queryByRole('slider')).toBeNull();
});

test('panels fold by hand as by key', async () => {
  await press('Fold the panels away, or back (F)');
  expect(useBench.getState().panels).toBe(false);
});
