import { USUAL_OPTIONS, type PackageOptions } from '@limber-sheaf/core';
import { create } from 'zustand';
import type { AnswerOf } from '../../api/client';

/** Two versions side by side, by their numbers. */
export interface ComparedVersions {
  from: number;
  to: number;
}

export type BroughtBack = AnswerOf<'bringBack.look'>;

/** Art that came back, as it is looked at. */
export interface ArtBack {
  viewId: string;
  files: readonly File[];
  /** null while it is being read. */
  found: BroughtBack | null;
  /** The pieces that are to be taken. */
  taken: ReadonlySet<string>;
  /** May the design change with them? */
  renew: boolean;
}

interface PackageState {
  /** How the next package is to be made. */
  options: PackageOptions;
  note: string;
  /** The views that it is to leave out, by id. */
  withoutViews: ReadonlySet<string>;
  /** What is shown in place of the parts sheet. */
  compared: ComparedVersions | null;
  /** Repainted art that came back, shown in place of both. */
  back: ArtBack | null;
}

export const usePackage = create<PackageState>(() => ({
  options: USUAL_OPTIONS,
  note: '',
  withoutViews: new Set(),
  compared: null,
  back: null,
}));

/** Changes how the next package is to be made. */
export function setOptions(change: Partial<PackageOptions>): void {
  usePackage.setState(({ options }) => ({ options: { ...options, ...change } }));
}

/** Takes a view into the next package, or leaves it out. */
export function takeView(viewId: string, on: boolean): void {
  usePackage.setState(({ withoutViews }) => {
    const next = new Set(withoutViews);
    if (on) next.delete(viewId);
    else next.add(viewId);
    return { withoutViews: next };
  });
}
