import type { ButtonHTMLAttributes, ReactNode } from 'react';

interface ActionProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  /** `go` for the one thing to do next, `on` for a tool in hand. */
  tone?: 'plain' | 'go' | 'on' | 'quiet' | 'wrong';
  /** The key that does the same. */
  hotkey?: string;
  children: ReactNode;
}

const TONES = {
  plain: 'border-rule bg-sheet text-ink hover:bg-paper',
  go: 'border-woad bg-woad text-on-woad hover:brightness-110',
  on: 'border-ink bg-ink text-sheet',
  quiet: 'border-transparent bg-transparent text-ink hover:bg-paper',
  wrong: 'border-rule bg-sheet text-madder hover:bg-madder-wash',
};

/** A worded action, with its key shown. */
export function Action({ tone = 'plain', hotkey, children, className = '', ...rest }: ActionProps) {
  return (
    <button
      type="button"
      {...rest}
      aria-pressed={tone === 'on' ? true : undefined}
      className={`inline-flex h-8 shrink-0 cursor-pointer items-center gap-1.5 rounded-lg border px-3 text-[13px] font-medium whitespace-nowrap disabled:cursor-default disabled:opacity-45 ${TONES[tone]} ${className}`}
    >
      {children}
      {hotkey && <kbd className="rounded border border-current/25 px-1 font-mono text-[12px] opacity-75">{hotkey}</kbd>}
    </button>
  );
}

/** A figure with what it counts. */
export function Figure({ value, children, wrong = false }: { value: ReactNode; children: ReactNode; wrong?: boolean }) {
  return (
    <div className="rounded-lg border border-rule px-3 py-2">
      <div className={`font-serif text-[20px] font-semibold ${wrong ? 'text-madder' : ''}`}>{value}</div>
      <div className="text-[12.5px] text-soft">{children}</div>
    </div>
  );
}

/** A row of the ledger: a word and its figure. */
export function LedgerRow({ name, children }: { name: ReactNode; children: ReactNode }) {
  return (
    <div className="flex min-h-8 items-center justify-between gap-3 border-b border-rule py-1 text-[13px]">
      <span className="shrink-0">{name}</span>
      <span className="figures min-w-0 text-right text-[12.5px]">{children}</span>
    </div>
  );
}

/** The heading of a station's ledger, with its line of what is left. */
export function LedgerHead({ title, children }: { title: string; children: ReactNode }) {
  return (
    <header className="mb-3">
      <h2 className="text-[18px]">{title}</h2>
      <p className="text-[13px] text-soft">{children}</p>
    </header>
  );
}

/** A small choice among a few words. */
export function Choice<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: T;
  options: readonly { value: T; word: string }[];
  onChange: (value: T) => void;
}) {
  return (
    <select
      aria-label={label}
      value={value}
      onChange={(event) => onChange(event.target.value as T)}
      className="h-7 max-w-44 cursor-pointer rounded-md border border-rule bg-sheet px-1.5 font-mono text-[12px] text-ink"
    >
      {options.map((option) => (
        <option key={option.value} value={option.value}>
          {option.word}
        </option>
      ))}
    </select>
  );
}

/** A word that is on or off. */
export function Toggle({
  on,
  onChange,
  title,
  children,
}: {
  on: boolean;
  onChange: (on: boolean) => void;
  title?: string;
  children: ReactNode;
}) {
  return (
    <label className="flex cursor-pointer items-center gap-1.5 text-[13px] whitespace-nowrap" title={title}>
      <input
        type="checkbox"
        checked={on}
        onChange={(event) => onChange(event.target.checked)}
        className="size-4 accent-(--woad)"
      />
      {children}
    </label>
  );
}
