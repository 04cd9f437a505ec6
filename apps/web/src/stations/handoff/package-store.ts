import { USUAL_OPTIONS, type PackageOptions } from '@limber-sheaf/core';
import { create } from 'zustand';

interface PackageState {
  /** How the next package is to be made. */
  options: PackageOptions;
  note: string;
}

export const usePackage = create<PackageState>(() => ({ options: USUAL_OPTIONS, note: '' }));

/** Changes how the next package is to be made. */
export function setOptions(change: Partial<PackageOptions>): void {
  usePackage.setState(({ options }) => ({ options: { ...options, ...change } }));
}
