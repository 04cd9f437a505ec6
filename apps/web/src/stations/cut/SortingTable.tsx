import {
  labelFor,
  parseName,
  planOf,
  type BroughtLayer,
  type LayerRole,
  type NameTokens,
  counted,
} from '@limber-sheaf/core';
import * as Dialog from '@radix-ui/react-dialog';
import { useMemo, useState } from 'react';
import { refuse, tell } from '../../ui/tell';
import { blobUrl } from '../../api/client';
import { useOnBench } from '../../bench/context';
import { Action, Toggle } from '../../ui/controls';
import { tokensOf } from '../../bench/parts';

const ROLES: readonly LayerRole[] = ['fill', 'line', 'shade', 'guide', 'leave out'];
const unused = (role: LayerRole) => role === 'guide' || role === 'leave out';

/** A layered file's layers, a row each: its picture, the part it is guessed to be of, and what it is. */
export function SortingTable({ layers, onClose }: { layers: readonly BroughtLayer[]; onClose: () => void }) {
  const { doc, view, edit } = useOnBench();
  const [rows, setRows] = useState(() =>
    layers.map(({ role, tokens }) => ({ role, name: tokens ? labelFor(tokens) : '' })),
  );
  const [keepApart, setKeepApart] = useState(false);
  const [busy, setBusy] = useState(false);
  const known = useMemo(() => {
    const names = new Map<string, NameTokens>();
    for (const part of planOf(doc.character).parts) names.set(labelFor(part), tokensOf(part));
    for (const { tokens } of layers) if (tokens) names.set(labelFor(tokens), tokens);
    return names;
  }, [doc.character, layers]);
  const tokensFor = (name: string) => known.get(name.trim()) ?? parseName(name);
  const parts = new Set(rows.flatMap((row) => (unused(row.role) || !row.name.trim() ? [] : [row.name.trim()])));
  const change = (at: number, next: Partial<(typeof rows)[number]>) =>
    setRows(rows.map((row, i) => (i === at ? { ...row, ...next } : row)));

  const take = async () => {
    const sorted: { role: LayerRole; tokens: NameTokens | null }[] = [];
    for (const [at, row] of rows.entries()) {
      const tokens = unused(row.role) ? null : tokensFor(row.name);
      if (!unused(row.role) && !tokens) {
        refuse(`${layers[at].path.join(' / ')} has no part.`, { description: 'Name its part, or leave it out.' });
        return;
      }
      sorted.push({ role: row.role, tokens });
    }
    setBusy(true);
    const state = await edit('bringIn.sort', view.id, {
      layers: sorted.map(({ role, tokens }) => ({ role, tokens: tokens ?? undefined })),
      keepApart,
    });
    setBusy(false);
    if (!state) return;
    for (const note of state.notes ?? []) tell(note);
    onClose();
  };

  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-[#25303a]/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-1/2 left-1/2 z-50 flex h-[90vh] w-[900px] max-w-[96vw] -translate-x-1/2 -translate-y-1/2 flex-col rounded-2xl border border-rule bg-sheet p-5 text-ink shadow-2xl"
        >
          <Dialog.Title className="text-[20px]">Sorting table</Dialog.Title>
          <p className="mb-2 text-[13px] text-soft">
            Front to back, as in the file. Layers of one part become one piece; each row says what it is.
          </p>
          {view.brought && view.brought.notes.length > 0 && (
            <details className="mb-2 rounded-lg border border-rule px-3 py-1.5 text-[12.5px]">
              <summary className="cursor-pointer">
                {counted(view.brought.notes.length, 'thing was', 'things were')} worked in
                {view.brought.differs !== null &&
                  view.brought.differs === 0 &&
                  '; the layers give the file’s merged picture'}
              </summary>
              <ul className="mt-1 max-h-28 list-disc overflow-y-auto pl-5 text-soft">
                {view.brought.notes.map((note, i) => (
                  <li key={i}>{note}</li>
                ))}
              </ul>
            </details>
          )}
          <datalist id="known-parts">
            {[...known.keys()].map((name) => (
              <option key={name} value={name} />
            ))}
          </datalist>
          <div className="min-h-0 flex-1 overflow-y-auto rounded-lg border border-rule">
            <table className="w-full text-[13px]">
              <thead className="sticky top-0 z-10 bg-paper text-left text-[12.5px]">
                <tr>
                  <th className="px-3 py-1.5 font-semibold">Picture</th>
                  <th className="py-1.5 font-semibold">Layer</th>
                  <th className="py-1.5 font-semibold">Part</th>
                  <th className="py-1.5 font-semibold">Is</th>
                  <th className="px-3 py-1.5 font-semibold">Guessed</th>
                </tr>
              </thead>
              <tbody>
                {layers
                  .map((_, i) => layers.length - 1 - i)
                  .map((at) => {
                    const layer = layers[at];
                    const row = rows[at];
                    return (
                      <tr key={at} className={`border-t border-rule ${unused(row.role) ? 'opacity-55' : ''}`}>
                        <td className="px-3 py-1">
                          <span className="grid size-12 place-items-center rounded bg-white/70 [[data-theme=night]_&]:bg-[#d9d3c6]">
                            {layer.sheet ? (
                              <img
                                src={blobUrl(layer.sheet.blob, 96)}
                                alt=""
                                className="max-h-11 max-w-11 object-contain"
                              />
                            ) : (
                              <span className="text-[12px] text-soft">empty</span>
                            )}
                          </span>
                        </td>
                        <td className="max-w-60 py-1 pr-2">
                          <span className="block truncate" title={layer.path.join(' / ')}>
                            {layer.path[layer.path.length - 1] || 'unnamed'}
                          </span>
                          {layer.path.length > 1 && (
                            <span className="block truncate text-[12px] text-soft">
                              {layer.path.slice(0, -1).join(' / ')}
                            </span>
                          )}
                        </td>
                        <td className="py-1 pr-2">
                          <input
                            list="known-parts"
                            aria-label={`Part of ${layer.path.join(' / ')}`}
                            disabled={unused(row.role)}
                            value={row.name}
                            maxLength={80}
                            onChange={(event) => change(at, { name: event.target.value })}
                            className="h-7 w-44 rounded-md border border-rule bg-paper px-2 text-[13px]"
                          />
                        </td>
                        <td className="py-1">
                          <select
                            aria-label={`What ${layer.path.join(' / ')} is`}
                            value={row.role}
                            disabled={!layer.sheet}
                            onChange={(event) => change(at, { role: event.target.value as LayerRole })}
                            className="h-7 rounded-md border border-rule bg-sheet px-1.5 text-[13px]"
                          >
                            {ROLES.map((role) => (
                              <option key={role}>{role}</option>
                            ))}
                          </select>
                        </td>
                        <td className="px-3 py-1 text-[12.5px] text-soft">{layer.because}</td>
                      </tr>
                    );
                  })}
              </tbody>
            </table>
          </div>
          <div className="mt-3 flex items-center justify-end gap-3">
            <Toggle on={keepApart} onChange={setKeepApart} title="Where they are drawn plainly over the fill">
              Keep line and shade as sheets of their own
            </Toggle>
            <span className="flex-1" />
            <Action onClick={onClose}>Later</Action>
            <Action tone="go" disabled={busy || parts.size === 0} onClick={() => void take()}>
              {busy ? 'Sorting…' : `Make ${counted(parts.size, 'part')}`}
            </Action>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
