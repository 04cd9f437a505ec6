/** @jest-environment jsdom */
import { act, fireEvent, render, renderHook, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { Action, Choice, Toggle } from './controls';
import { Mishap } from './Mishap';
import { NumberField } from './NumberField';
import { Range } from './Range';
import { useRested } from './useRested';
import { useTheme } from './theme';
import { ThemeSwitch } from './ThemeSwitch';

describe('a figure that can be typed over', () => {
  const field = (value = 12) => {
    const committed: number[] = [];
    const keys: string[] = [];
    render(
      <div onKeyDown={(event) => keys.push(event.key)} role="presentation">
        <NumberField label="Radius" value={value} unit="px" step={0.5} onCommit={(next) => committed.push(next)} />
      </div>,
    );
    return { committed, keys, input: screen.getByLabelText<HTMLInputElement>('Radius') };
  };

  test.each([
    ['14{Enter}', [14]],
    ['14,5{Enter}', [14.5]],
    ['-3.25{Tab}', [-3.25]],
    ['12.0{Enter}', []],
    ['{Enter}', []],
    ['twelve{Enter}', []],
    ['1e999{Enter}', []],
    ['99{Escape}{Enter}', []],
  ])('%s commits %j', async (keys, expected) => {
    const { committed, input } = field();
    await userEvent.clear(input);
    await userEvent.type(input, keys);
    expect(committed).toEqual(expected);
    expect(input.value).toBe('12.0');
  });

  test('arrow keys step it, and it is committed once, on leaving', async () => {
    const { committed, input } = field();
    await userEvent.click(input);
    await userEvent.keyboard('{ArrowUp}{ArrowUp}{ArrowDown}{ArrowUp}');
    expect(input.value).toBe('13.0');
    expect(committed).toEqual([]);
    await userEvent.tab();
    expect(committed).toEqual([13]);
  });

  test('arrow keys step from what stands in the field, 0 and a comma as well', async () => {
    const { committed, input } = field();
    await userEvent.clear(input);
    await userEvent.type(input, '0{ArrowUp}{Enter}');
    await userEvent.clear(input);
    await userEvent.type(input, '7,5{ArrowUp}{Enter}');
    expect(committed).toEqual([0.5, 8]);
  });

  test('it has its keys to itself, and gives them back on Enter', async () => {
    const { keys, input } = field();
    await userEvent.type(input, '5h');
    expect(keys).toEqual([]);
    await userEvent.keyboard('{Enter}');
    expect(document.activeElement).toBe(document.body);
  });
});

test('a slider is moved by keys, and tells once a key is up', async () => {
  const changed: number[] = [];
  function Held() {
    const [value, setValue] = useState(8);
    return (
      <Range
        label="Tolerance"
        value={value}
        low={1}
        high={20}
        unit="px"
        onChange={(next) => {
          setValue(next);
          changed.push(next);
        }}
      />
    );
  }
  render(<Held />);
  (await screen.findByRole('slider')).focus();
  await userEvent.keyboard('{ArrowRight}{ArrowRight}{ArrowLeft}');
  expect(changed).toEqual([9, 10, 9]);
  expect(screen.getByText('9 px')).toBeTruthy();
  await userEvent.keyboard('{End}');
  expect(changed.at(-1)).toBe(20);
});

test('a tool in hand is pressed; an action that cannot be done does nothing', async () => {
  const done: string[] = [];
  render(
    <>
      <Action tone="on" hotkey="S" onClick={() => done.push('soak')}>
        Soak up
      </Action>
      <Action disabled onClick={() => done.push('trace')}>
        Trace
      </Action>
    </>,
  );
  const soak = screen.getByRole('button', { name: /Soak up/ });
  expect(soak.getAttribute('aria-pressed')).toBe('true');
  await userEvent.click(soak);
  await userEvent.click(screen.getByRole('button', { name: 'Trace' }));
  expect(done).toEqual(['soak']);
});

test('a choice and a toggle tell what was chosen', async () => {
  const told: unknown[] = [];
  render(
    <>
      <Choice
        label="Kind"
        value="hinge"
        options={[
          { value: 'hinge', word: 'hinge' },
          { value: 'slide', word: 'slide' },
        ]}
        onChange={(value) => told.push(value)}
      />
      <Toggle on={false} onChange={(on) => told.push(on)}>
        Unmix edges
      </Toggle>
    </>,
  );
  await userEvent.selectOptions(screen.getByLabelText('Kind'), 'slide');
  await userEvent.click(screen.getByLabelText('Unmix edges'));
  expect(told).toEqual(['slide', true]);
});

test('what cannot be drawn leaves the page standing, and can be tried again', () => {
  const quiet = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  let breaks = true;
  function Fragile() {
    if (breaks) throw new Error('broken');
    return <p>whole</p>;
  }
  render(
    <Mishap what="The ledger of Cut">
      <Fragile />
    </Mishap>,
  );
  expect(screen.getByRole('alert').textContent).toMatch(/^The ledger of Cut could not be drawn\. Nothing/);
  breaks = false;
  fireEvent.click(screen.getByRole('button', { name: 'Try again' }));
  expect(screen.getByText('whole')).toBeTruthy();
  quiet.mockRestore();
});

test('day and night are a click apart, and kept', async () => {
  render(<ThemeSwitch />);
  await userEvent.click(screen.getByRole('button', { name: 'Night' }));
  expect([useTheme.getState().night, localStorage.getItem('limber-sheaf.night')]).toEqual([true, 'yes']);
  await userEvent.click(screen.getByRole('button', { name: 'Day' }));
  expect([useTheme.getState().night, localStorage.getItem('limber-sheaf.night')]).toEqual([false, 'no']);
});

test('a value that keeps changing is taken over once it rests', () => {
  jest.useFakeTimers();
  const { result, rerender } = renderHook(({ value }) => useRested(value, 100), { initialProps: { value: 1 } });
  expect(result.current).toBe(1);
  for (const value of [2, 3, 4]) {
    rerender({ value });
    act(() => jest.advanceTimersByTime(60));
  }
  expect(result.current).toBe(1);
  act(() => jest.advanceTimersByTime(60));
  expect(result.current).toBe(4);
  jest.useRealTimers();
});
