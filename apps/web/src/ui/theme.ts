import { create } from 'zustand';

const KEY = 'limber-sheaf.night';

/** Day or night, as this browser has it. */
export const useTheme = create<{ night: boolean }>(() => ({
  night: typeof localStorage !== 'undefined' && localStorage.getItem(KEY) === 'yes',
}));

export function setNight(night: boolean): void {
  localStorage.setItem(KEY, night ? 'yes' : 'no');
  useTheme.setState({ night });
}
