import {
  LARGEST_SPECK,
  TEMPLATES,
  counted,
  isOfPeople,
  planOf,
  withTemplate,
  type GuessedPlan,
  type OddFigure,
} from '@limber-sheaf/core';
import { Suspense, lazy, useEffect, useState } from 'react';
import { useOnBench } from '../../bench/context';
import { lookAtPlace } from '../../bench/store';
import { Action } from '../../ui/controls';
import { cutWorker } from './worker';

/** Opened for some designs only. */
const MatteDialog = lazy(() => import('./MatteDialog').then((module) => ({ default: module.MatteDialog })));
const SortingTable = lazy(() => import('./SortingTable').then((module) => ({ default: module.SortingTable })));

/** px round the middle of an odd figure that are looked at. */
const ROUND_ODD = 600;

/** What the worker found out about a design. */
interface Findings {
  blob: string;
  backdrop: { colour: string; share: number } | null;
  specks: { area: number; x: number; y: number }[];
  haze: number;
  odd: OddFigure | null;
  /** The breakdown that it seems to want. */
  guessed: GuessedPlan | null;
}

/** What should be done to a design before it is cut: layers to sort, a backdrop, specks. */
export function BringInNotices() {
  const { doc, view, edit } = useOnBench();
  const isPerson = isOfPeople(planOf(doc.character));
  const raw = !doc.pieces.some((piece) => piece.viewId === view.id);
  // Whoever has chosen a breakdown needs no advice.
  const isUnplanned = raw && doc.character.plan === null;
  const [dialog, setDialog] = useState<'layers' | 'matte' | null>(null);
  const [found, setFound] = useState<Findings | null>(null);
  useEffect(() => {
    let wanted = true;
    void (async () => {
      const backdrop = await cutWorker().backdrop(view.designBlob);
      const specks = await cutWorker().specks(view.designBlob, LARGEST_SPECK);
      // A figure is told from its backdrop once that is gone.
      const odd = backdrop ? null : await cutWorker().oddFigure(view.designBlob, isPerson);
      const guessed = backdrop || !isUnplanned ? null : await cutWorker().guessPlan(view.designBlob);
      if (wanted) setFound({ blob: view.designBlob, backdrop, odd, guessed, ...specks });
    })();
    return () => {
      wanted = false;
    };
  }, [view.designBlob, isPerson, isUnplanned]);
  // What was found of another design does not count for this one.
  const here = found?.blob === view.designBlob ? found : null;
  const layers = view.brought?.layers ?? null;
  const template = isUnplanned && TEMPLATES.find(({ key }) => key === here?.guessed);
  const { id, version } = doc.character;
  const takeTemplate = (key: string, word: string) =>
    edit('plan.setPlan', id, {
      plan: withTemplate(planOf(doc.character), key),
      word: `Plan ${word.toLowerCase()}`,
      saw: { [id]: version },
    });
  return (
    <>
      {raw && layers && (
        <Notice
          action={
            <Action tone="go" onClick={() => setDialog('layers')}>
              Sort the layers
            </Action>
          }
        >
          <strong>{layers.length} layers came with this file.</strong> Sort them into parts, and they are cut in one go.
        </Notice>
      )}
      {raw && here?.backdrop && (
        <Notice
          action={
            <Action tone="go" onClick={() => setDialog('matte')}>
              Remove the backdrop
            </Action>
          }
        >
          <strong>A plain backdrop is behind the design</strong>{' '}
          <span
            className="inline-block size-3 rounded-full border border-soft align-[-1px]"
            style={{ background: here.backdrop.colour }}
          />{' '}
          <span className="figures">{here.backdrop.colour}</span>. Free it before cutting.
        </Notice>
      )}
      {raw && here?.odd && (
        <Notice>
          <button
            type="button"
            className="cursor-pointer text-left font-semibold underline"
            onClick={() => here.odd && lookAtPlace(here.odd.place.x, here.odd.place.y, ROUND_ODD)}
          >
            {here.odd.sentence}
          </button>
        </Notice>
      )}
      {template && (
        <Notice
          action={
            <Action tone="go" onClick={() => void takeTemplate(template.key, template.word)}>
              Take that breakdown
            </Action>
          }
        >
          <strong>This does not look like a person.</strong> The breakdown “{template.word.toLowerCase()}” has the parts
          that it seems to have.
        </Notice>
      )}
      {here && (here.specks.length > 0 || here.haze > 0) && (
        <Notice
          action={
            <Action onClick={() => void edit('bringIn.specks', view.id, { largest: LARGEST_SPECK })}>
              Sweep them away
            </Action>
          }
        >
          {here.specks.length > 0 && (
            <button
              type="button"
              className="cursor-pointer font-semibold underline"
              onClick={() => lookAtPlace(here.specks[0].x, here.specks[0].y, 60)}
            >
              {counted(here.specks.length, 'speck')}
            </button>
          )}
          {here.specks.length > 0 && here.haze > 0 && ' and '}
          {here.haze > 0 && <strong>{here.haze.toLocaleString('en')} px of haze</strong>}{' '}
          {here.specks.length === 1 && here.haze === 0 ? 'lies' : 'lie'} apart from the figure.
        </Notice>
      )}
      <Suspense>
        {dialog === 'layers' && layers && <SortingTable layers={layers} onClose={() => setDialog(null)} />}
        {dialog === 'matte' && <MatteDialog onClose={() => setDialog(null)} />}
      </Suspense>
    </>
  );
}

function Notice({ children, action }: { children: React.ReactNode; action?: React.ReactNode }) {
  return (
    <section className="mb-3 flex flex-col items-start gap-2 rounded-lg border border-brass/50 bg-brass-wash/60 px-3 py-2.5 text-[13px]">
      <span>{children}</span>
      {action}
    </section>
  );
}
