import type { CharacterDoc } from '@limber-sheaf/core';
import { act, render, type RenderResult } from '@testing-library/react';
import type { ReactElement } from 'react';
import { MemoryRouter } from 'react-router';
import { SWRConfig } from 'swr';
import type { CharacterState } from '../api/types';
import { BenchContext, type BenchValue } from '../bench/context';
import type { StationEntry } from '../bench/station';
import { StationsContext } from '../bench/stations';
import { resetBench } from '../bench/store';
import { Address, whereIs } from './address';

interface OnBench extends RenderResult {
  /** The edits that were asked for: operation, what it is about, its body. */
  edits: [string, string, unknown][];
  bench: BenchValue;
  /** Where the application stands: path and query. */
  address: () => string;
  /** Shows the same with another document. */
  turnTo: (doc: CharacterDoc) => void;
}

interface Options {
  station?: string;
  stations?: readonly StationEntry[];
  /** What an edit answers with; null where it is refused. */
  answers?: Partial<CharacterState> | null;
}

/** Shows a part of the interface with a character on the bench. */
export function onBench(
  ui: ReactElement,
  doc: CharacterDoc,
  { station = 'cut', stations = [], answers = {} }: Options = {},
): OnBench {
  act(resetBench);
  const edits: OnBench['edits'] = [];
  const went: string[] = [];
  const bench = {
    doc,
    sheets: {},
    view: doc.views[0],
    revision: 1,
    station,
    edit: (...asked: [string, string, unknown]) => {
      edits.push(asked);
      return Promise.resolve(answers && { doc, sheets: {}, revision: 2, undo: null, redo: null, ...answers });
    },
    go: (to: string) => went.push(to),
  } as unknown as BenchValue;
  const cache = new Map();
  const page = (value: BenchValue) => (
    <MemoryRouter initialEntries={[`/characters/c/${station}`]}>
      <SWRConfig value={{ provider: () => cache, dedupingInterval: 0 }}>
        <StationsContext value={stations}>
          <BenchContext value={value}>
            {ui}
            <Address />
          </BenchContext>
        </StationsContext>
      </SWRConfig>
    </MemoryRouter>
  );
  const shown = render(page(bench));
  return {
    ...shown,
    edits,
    bench,
    address: () => went.at(-1) ?? whereIs(),
    turnTo: (next) => shown.rerender(page({ ...bench, doc: next, view: next.views[0], revision: 2 })),
  };
}
