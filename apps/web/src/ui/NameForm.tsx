import type { ReactNode } from 'react';
import { Action } from './controls';

interface Props {
  name: string;
  onName: (name: string) => void;
  onBegin: () => void;
  onLeave: () => void;
  /** Can it be begun already? */
  ready?: boolean;
  /** What else is to be said of it, between its name and the buttons. */
  children?: ReactNode;
}

/** A strip that asks for the name of something to be begun. */
export function NameForm({ name, onName, onBegin, onLeave, ready = true, children }: Props) {
  return (
    <form
      className="pointer-events-auto flex min-h-8 flex-wrap items-center gap-2 rounded-lg bg-sheet/90 px-3 py-1 text-[13px] select-none"
      onSubmit={(event) => {
        event.preventDefault();
        onBegin();
      }}
    >
      <label className="flex items-center gap-2">
        Name
        <input
          // The hand has just asked for it.
          ref={(field) => field?.focus()}
          className="figures h-7 w-28 rounded border border-rule bg-paper px-2 text-[12.5px]"
          value={name}
          maxLength={60}
          onChange={({ target }) => onName(target.value)}
          onKeyDown={({ key }) => key === 'Escape' && onLeave()}
        />
      </label>
      {children}
      <Action tone="go" type="submit" disabled={!ready}>
        Begin it
      </Action>
      <Action type="button" onClick={onLeave}>
        Leave it
      </Action>
    </form>
  );
}
