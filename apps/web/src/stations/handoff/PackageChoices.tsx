import { MOST_ROOM, PACKAGE_FORMATS, USUAL_PRESETS, sameOptions, type PackageFormat } from '@limber-sheaf/core';
import { useState } from 'react';
import { usePresets } from '../../api/useKept';
import { useOnBench } from '../../bench/context';
import { viewWord } from '../../bench/view-words';
import { Choice, LedgerRow, Toggle } from '../../ui/controls';
import { NumberField } from '../../ui/NumberField';
import { KeptChoice } from '../../ui/KeptChoice';
import { FinishChoices } from './FinishChoices';
import { FORMAT_WORDS, FINISH_WORDS, SCALES } from './package-words';
import { setOptions, takeView, usePackage } from './package-store';

/** How the package is to be made: formats, scale, what layered files carry, and what is said of it. */
export function PackageChoices() {
  const { options, note } = usePackage();
  const [open, setOpen] = useState(false);
  const { kept, keep, rename, drop } = usePresets(useOnBench().doc.character.productionId);
  const presets = kept.map(({ id, name, value }) => ({ id, name, options: value }));
  const { formats, scale } = options;
  const take = (format: PackageFormat, on: boolean) =>
    setOptions({ formats: PACKAGE_FORMATS.filter((one) => (one === format ? on : formats.includes(one))) });
  const layered = formats.some((format) => format === 'ora' || format === 'psd' || format === 'svg');
  return (
    <section aria-label="Package" className="mb-3">
      <button
        type="button"
        className="flex w-full cursor-pointer items-baseline justify-between gap-2 py-1 text-left text-[13px]"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        <span className="font-medium">{open ? '▾' : '▸'} What the package holds</span>
        <span className="text-[12.5px] text-soft">
          {formats.length === PACKAGE_FORMATS.length
            ? 'every format'
            : formats.length === 0
              ? 'images alone'
              : formats.map((format) => FORMAT_WORDS[format].short).join(', ')}
          {scale === 1 ? '' : ` · ${scale * 100} %`}
          {options.finish ? ` · ${FINISH_WORDS[options.finish.name]}` : ''}
        </span>
      </button>
      {open && (
        <div className="mt-1">
          <KeptChoice
            word="Preset"
            usual={USUAL_PRESETS}
            kept={presets}
            current={[...USUAL_PRESETS, ...presets].find((one) => sameOptions(one.options, options))}
            onTake={(one) => setOptions(one.options)}
            onKeep={(name) => keep(name, options)}
            onRename={({ id }, name) => rename(id, name)}
            onDrop={({ id }) => drop(id)}
          />
          <ul className="mb-2 grid gap-1.5">
            {PACKAGE_FORMATS.map((format) => (
              <li key={format}>
                <Toggle on={formats.includes(format)} onChange={(on) => take(format, on)}>
                  {FORMAT_WORDS[format].word}
                </Toggle>
              </li>
            ))}
          </ul>
          <ViewChoices />
          <LedgerRow name="Scale">
            <Choice
              label="Scale of the package"
              value={String(scale)}
              options={SCALES.map((one) => ({ value: String(one), word: `${one * 100} %` }))}
              onChange={(value) => setOptions({ scale: Number(value) })}
            />
          </LedgerRow>
          <LedgerRow name="Room round the canvas">
            <NumberField
              label="Room round the canvas"
              unit="px"
              value={options.room}
              digits={0}
              onCommit={(room) => setOptions({ room: Math.round(Math.min(MOST_ROOM, Math.max(0, room))) })}
            />
          </LedgerRow>
          <div className="mt-2 grid gap-1.5">
            {layered && (
              <>
                <Toggle on={options.groups} onChange={(groups) => setOptions({ groups })}>
                  Limbs in groups, in layered files
                </Toggle>
                <Toggle on={options.apart} onChange={(apart) => setOptions({ apart })}>
                  Line and shade apart, where they came so
                </Toggle>
                <Toggle on={options.pivotMarks} onChange={(pivotMarks) => setOptions({ pivotMarks })}>
                  Pivot marks, hidden, in layered files
                </Toggle>
                <Toggle on={options.registerFrame} onChange={(registerFrame) => setOptions({ registerFrame })}>
                  Register frame, hidden, in layered files
                </Toggle>
              </>
            )}
            <Toggle on={options.shadows} onChange={(shadows) => setOptions({ shadows })}>
              Lifted shadows
            </Toggle>
            {!options.shadows && (
              <p className="text-[12.5px] text-soft">Without them what shows at rest is the design less its shadows.</p>
            )}
          </div>
          <FinishChoices />
        </div>
      )}
      <label className="mt-2 block text-[13px]">
        What this version is about
        <input
          type="text"
          maxLength={500}
          value={note}
          placeholder="none"
          onChange={({ target }) => usePackage.setState({ note: target.value })}
          className="mt-1 h-8 w-full rounded-lg border border-rule bg-sheet px-2 text-[13px]"
        />
      </label>
    </section>
  );
}

/** Which views a package holds, where there are several; at least one. */
function ViewChoices() {
  const { doc } = useOnBench();
  const without = usePackage((s) => s.withoutViews);
  const taken = doc.views.filter(({ id }) => !without.has(id));
  if (doc.views.length < 2) return null;
  return (
    <fieldset className="mb-2 flex flex-wrap items-center gap-x-3 gap-y-1.5 border-b border-rule pb-2">
      <legend className="float-left mr-1 text-[13px]">Views</legend>
      {doc.views.map(({ id, key }) => (
        <Toggle
          key={id}
          on={taken.some((view) => view.id === id)}
          title={taken.length === 1 && taken[0].id === id ? 'A package holds at least one view' : undefined}
          onChange={(on) => (on || taken.length > 1) && takeView(id, on)}
        >
          {viewWord(key)}
        </Toggle>
      ))}
    </fieldset>
  );
}
