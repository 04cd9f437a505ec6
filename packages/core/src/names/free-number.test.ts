import type { PartRow } from '../document/rows.js';
import { createPlaced } from '../raster/bitmap.js';
import { rawCharacter } from '../testing/jointed.js';
import { freeNumber } from './free-number.js';

test('a name that is taken gets the first number that no part has', () => {
  const { doc } = rawCharacter(createPlaced({ x: 0, y: 0, width: 4, height: 4 }));
  const tokens = { group: 'hair', side: null, part: 'lock', index: null };
  const part = (index: number | null) => ({ ...tokens, id: `part ${index}`, index }) as PartRow;
  const having = (...indices: (number | null)[]) => ({ ...doc, parts: indices.map(part) });
  expect(freeNumber(having(null), tokens)?.index).toBe(2);
  expect(freeNumber(having(null, 2, 4), tokens)?.index).toBe(3);
  expect(freeNumber(having(...Array.from({ length: 998 }, (_, at) => at + 2)), tokens)).toBeNull();
});
