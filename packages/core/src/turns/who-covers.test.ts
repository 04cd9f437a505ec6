import { drawOrder } from '../document/family.js';
import { TROUPE, onTheBench } from '../testing/troupe/index.js';
import { whoCovers } from './who-covers.js';

test('what is drawn in front of what is told rightly over the troupe, and nothing of art without an outline', () => {
  let told = 0;
  const wrong: string[] = [];
  for (const make of TROUPE) {
    const member = make();
    const { doc, art } = onTheBench(member);
    const order = drawOrder(doc, doc.views[0].id).map(({ id }) => id);
    for (const { front, behind } of whoCovers(doc, doc.views[0].id, art)) {
      told++;
      if (order.indexOf(front) < order.indexOf(behind)) wrong.push(`${member.name}: ${front} over ${behind}`);
    }
    if (member.layers.every(({ line }) => !line)) expect(whoCovers(doc, doc.views[0].id, art)).toEqual([]);
  }
  expect(wrong).toEqual([]);
  expect(told).toBeGreaterThan(60);
});
