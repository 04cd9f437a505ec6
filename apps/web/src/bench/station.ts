import type { CheckId, OrderMove } from '@limber-sheaf/core';
import type { ComponentType } from 'react';
import type { StoreApi } from 'zustand';
import type { BenchValue } from './context';
import type { Palette } from './light-table/palette';

/** What is left at a station: a word or figure, the share done, and whether something is wrong. */
interface RunFigure {
  word: string;
  share: number;
  open: boolean;
}

/** Something that a station can be told to do: a word in its row, a line in the list of keys and in the finder. */
export interface BenchAction {
  id: string;
  word: string | ((bench: BenchValue) => string);
  /** The printed key, or several: \`c\`, \`shift+arrowleft\`; see \`chordOf\`. */
  key?: string | readonly string[];
  /** The key as it is shown, where that is not simply its letter. */
  keyWord?: string;
  title?: string;
  /** Is it shown in the row now? Keys alone are not. */
  shown?: boolean | ((bench: BenchValue) => boolean);
  /** Can it be done now? */
  when?: (bench: BenchValue) => boolean;
  /** Is it on: a tool in hand, a way of looking? */
  on?: (bench: BenchValue) => boolean;
  /** Is it the thing to do next? */
  go?: boolean;
  run: (bench: BenchValue, event?: KeyboardEvent) => void;
}

/** What the pointer does on the light table, canvas px. */
export interface TableEvent {
  kind: 'press' | 'move' | 'release' | 'double' | 'lost';
  x: number;
  y: number;
  /** Alt is held. */
  free: boolean;
  /** Shift is held: what is picked comes to what is picked already. */
  more: boolean;
  /** How hard a pen is pressed, 0 to 1; 1 for a mouse and a finger. */
  pressure: number;
  /** Has it moved since it was pressed, by more than a trembling hand? */
  dragged: boolean;
  /** Is it pressed? */
  pressed: boolean;
}

/** The tool in hand: takes what the pointer does, and answers whether it was meant for it. */
export interface Hand {
  /** Does it point: a crosshair? */
  points(): boolean;
  send(event: TableEvent, bench: BenchValue, table: TableView): boolean;
}

/** What a hand may ask the light table. */
export interface TableView {
  /** The front piece with paint under a place, as the pieces lie now. */
  pieceUnder(x: number, y: number): Promise<string | null>;
  /** Where the pivot of a joint lies now. */
  placeOf(pieceId: string, x: number, y: number): { x: number; y: number };
}

/** A station's own half of the bench, loaded when it is first opened. */
export interface Station {
  Ledger: ComponentType;
  /** Drawn on the paper, beneath the pieces, in canvas px. */
  Beneath?: ComponentType;
  /** Drawn on the art, in canvas px. */
  Overlay?: ComponentType<{ palette: Palette }>;
  /** Beneath the row of actions: a tool's numbers, what waits to be taken. */
  Strip?: ComponentType;
  /** Does the strip have a row of its own, so that the art keeps clear of it? */
  stripBeneath?: boolean;
  /** px above the art that something of the station's own lies over, beside the actions. */
  clear?: number;
  /** Laid over the light table. */
  Front?: ComponentType;
  actions: readonly BenchAction[];
  hand?: Hand;
  /** The stores that actions look at: the row is drawn anew when one of them changes. */
  stores: readonly StoreApi<unknown>[];
  /** Takes a step back or forth of its own, before the journal is asked; false where it has none. */
  step?: (way: 'undo' | 'redo', bench: BenchValue) => boolean;
  /** Takes a move of cards that has a meaning of its own now, as in a bent pose; null leaves it to the order at rest. */
  takeOrder?: (move: OrderMove, bench: BenchValue) => ReturnType<BenchValue['edit']> | null;
  /** Called when the station is left. */
  leave?: () => void;
}

/** A check that a station mends. */
interface CheckWords {
  name: string;
  asks: string;
}

/** What the bench knows of a station before it is opened. */
export interface StationEntry {
  /** In addresses. */
  key: string;
  /** Its place in the whole run. */
  number: number;
  word: string;
  /** The printed key that goes there. */
  hotkey: string;
  /** In one line, what it is for. */
  hint: string;
  /** Does its light table show bends? */
  bends?: boolean;
  /** Do soft pieces bend along their lines there? Elsewhere they turn as a joint is proven: rigid. */
  softly?: boolean;
  /** Its hook for the figure in the run. */
  useFigure: () => RunFigure;
  /** Its hook for what is wrong with pieces, in words, by piece. */
  useMarks?: () => ReadonlyMap<string, string>;
  /** Work that goes on while the character is on the bench, wherever one is. */
  useBackground?: () => void;
  /** The checks that it mends. */
  checks?: Partial<Record<CheckId, CheckWords>>;
  load: () => Promise<{ station: Station }>;
}

export function defineStation(entry: StationEntry): StationEntry {
  return entry;
}
