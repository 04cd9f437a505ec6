/** @jest-environment jsdom */
import { act, renderHook, waitFor } from '@testing-library/react';
import { useBench, resetBench } from '../store';
import { loadPicture, usePicture, usePicturesComing, type Kept } from './usePicture';
import { ACTIONS, useViewport } from './useViewport';

/** The window that is watched, so that tests can change its size. */
let resized: (() => void)[] = [];
let size = { width: 800, height: 600 };
class Watch {
  constructor(readonly tell: () => void) {}
  observe() {
    resized.push(this.tell);
    this.tell();
  }
  disconnect() {
    resized = resized.filter((tell) => tell !== this.tell);
  }
}
Object.assign(globalThis, { ResizeObserver: Watch });

function table() {
  const element = document.createElement('div');
  Object.defineProperties(element, {
    clientWidth: { get: () => size.width },
    clientHeight: { get: () => size.height },
  });
  return { current: element };
}
const CANVAS = { width: 1000, height: 2000 };
const look = () => useBench.getState().viewport;
const resize = (width: number, height: number) =>
  act(() => {
    size = { width, height };
    resized.forEach((tell) => tell());
  });

describe('the light table', () => {
  const box = table();
  const show = () => renderHook(() => useViewport(box, CANVAS, ACTIONS));
  /** Where a point of the canvas is on the screen. */
  const onScreen = (x: number, y: number) => ({ x: x * look().scale + look().x, y: y * look().scale + look().y });

  beforeEach(() => {
    size = { width: 800, height: 600 };
    act(resetBench);
  });

  test('opens with the whole character in view, beneath the actions', () => {
    show();
    expect(onScreen(0, 0).y).toBeGreaterThanOrEqual(ACTIONS);
    expect(onScreen(0, 2000).y).toBeLessThanOrEqual(600);
    expect(onScreen(500, 0).x).toBeCloseTo(400);
    expect(useBench.getState().lookAt).toBeNull();
  });

  test('keeps the whole in view when the window changes, until the paper was moved', () => {
    show();
    resize(400, 900);
    expect(onScreen(500, 0).x).toBeCloseTo(200);
    act(() => useBench.setState(({ viewport }) => ({ viewport: { ...viewport, x: 7 } })));
    const moved = look();
    resize(700, 500);
    expect(look()).toEqual(moved);
  });

  test('brings a spot into view, and stays there when the window changes', () => {
    show();
    act(() => useBench.setState({ lookAt: { kind: 'rect', x: 100, y: 100, width: 50, height: 50 } }));
    expect(onScreen(125, 0).x).toBeCloseTo(400);
    expect(look().scale).toBe(3);
    const there = look();
    resize(400, 400);
    expect(look()).toEqual(there);
  });

  test('the wheel zooms at the pointer, by lines as by pixels, and pinching zooms faster', () => {
    show();
    const under = { x: (300 - look().x) / look().scale, y: (200 - look().y) / look().scale };
    const wheel = (more: WheelEventInit) => {
      const before = look().scale;
      const event = new WheelEvent('wheel', { clientX: 300, clientY: 200, cancelable: true, ...more });
      act(() => void box.current.dispatchEvent(event));
      expect(event.defaultPrevented).toBe(true);
      expect(onScreen(under.x, under.y).x).toBeCloseTo(300);
      expect(onScreen(under.x, under.y).y).toBeCloseTo(200);
      return look().scale / before;
    };
    const closer = wheel({ deltaY: -48 });
    expect(closer).toBeGreaterThan(1);
    expect(wheel({ deltaY: 3, deltaMode: 1 })).toBeCloseTo(1 / closer);
    expect(wheel({ deltaY: -48, ctrlKey: true })).toBeGreaterThan(closer);
    for (let n = 0; n < 40; n++) wheel({ deltaY: -900 });
    expect(look().scale).toBe(24);
    for (let n = 0; n < 80; n++) wheel({ deltaY: 900 });
    expect(look().scale).toBe(0.02);
  });

  test('is watched no more once it is gone', () => {
    const { unmount } = show();
    unmount();
    expect(resized).toEqual([]);
  });
});

describe('pictures', () => {
  const fetched: string[] = [];
  const closed: string[] = [];
  let fails = false;
  let large = false;
  const kept = (blob: string): Kept => ({ blob, x: 13, y: 5, width: 40, height: 20 });

  beforeEach(() => {
    fetched.length = closed.length = 0;
    fails = large = false;
    Object.assign(globalThis, {
      fetch: (address: string) => {
        fetched.push(address);
        return Promise.resolve({ ok: !fails, blob: () => Promise.resolve(address) });
      },
      createImageBitmap: (address: string) =>
        Promise.resolve({ width: large ? 4000 : 11, height: large ? 4000 : 6, close: () => closed.push(address) }),
    });
  });

  test('are loaded once, however many show them', async () => {
    const [a, b] = await Promise.all([loadPicture(kept('one'), 1), loadPicture(kept('one'), 1)]);
    expect(fetched).toEqual(['/api/blobs/one']);
    expect(a.image).toBe(b.image);
    expect(a).toMatchObject({ x: 13, y: 5, width: 40, height: 20 });
  });

  test('made smaller lie on the canvas’s own grid, so that neighbours meet', async () => {
    const laid = await loadPicture(kept('two'), 4);
    expect(fetched).toEqual(['/api/blobs/two?by=4&x=13&y=5']);
    expect(laid).toMatchObject({ x: 12, y: 4, width: 44, height: 24 });
  });

  test('that are large give their memory back when the last has let go, and come again', async () => {
    large = true;
    const [a, b] = await Promise.all([loadPicture(kept('big'), 1), loadPicture(kept('big'), 1)]);
    a.release();
    expect(closed).toEqual([]);
    b.release();
    expect(closed).toEqual(['/api/blobs/big']);
    await loadPicture(kept('big'), 1);
    expect(fetched).toHaveLength(2);
  });

  test('that did not load are asked for again', async () => {
    fails = true;
    await expect(loadPicture(kept('three'), 1)).rejects.toThrow('did not load');
    fails = false;
    await expect(loadPicture(kept('three'), 1)).resolves.toMatchObject({ width: 40 });
  });

  test('stay until the next is there, and are told of while they come', async () => {
    const { result, rerender } = renderHook(
      ({ blob }: { blob: string | null }) => ({
        laid: usePicture(blob ? kept(blob) : null, 1),
        coming: usePicturesComing(),
      }),
      { initialProps: { blob: 'four' as string | null } },
    );
    expect(result.current.coming).toBe(true);
    await waitFor(() => expect(result.current.laid).toBeTruthy());
    const first = result.current.laid;
    rerender({ blob: 'five' });
    expect(result.current.laid).toBe(first);
    await waitFor(() => expect(result.current.laid?.image).not.toBe(first?.image));
    expect(result.current.coming).toBe(false);
    rerender({ blob: null });
    expect(result.current.laid).toBeUndefined();
  });
});
