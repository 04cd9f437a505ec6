import { Moon, Sun } from 'lucide-react';
import { setNight, useTheme } from './theme';
import { Action } from './controls';

/** Day or night. */
export function ThemeSwitch() {
  const night = useTheme((s) => s.night);
  const word = night ? 'Day' : 'Night';
  return (
    <Action tone="quiet" className="px-2" aria-label={word} title={word} onClick={() => setNight(!night)}>
      {night ? <Sun size={16} /> : <Moon size={16} />}
    </Action>
  );
}
