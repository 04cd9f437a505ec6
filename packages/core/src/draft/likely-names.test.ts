import { bodyFrame } from '../cut/propose/body-frame.js';
import { knownPart, partAddress, type KnownPart } from '../plan/known-parts.js';
import { coverageOf } from '../raster/mask.js';
import { TROUPE, onTheBench } from '../testing/troupe/index.js';
import { likelyNames } from './likely-names.js';

const known = (group: string, part: string | null = null) => knownPart({ group, part, side: null }) as KnownPart;
/** What everybody of the troupe has a piece of. */
const theUsual = ({ group }: KnownPart) => ['head', 'neck', 'torso'].includes(group);

/** What a piece of somebody of the troupe may be if it is called something. */
function called(who: string, address: string, as: KnownPart, isTaken: (part: KnownPart) => boolean = theUsual) {
  const member = TROUPE.map((make) => make()).find(({ name }) => name === who);
  const art = member && onTheBench(member).art;
  const [face, frame] = [art?.pieces.get(address)?.face, art && bodyFrame(coverageOf(art.design))];
  if (!face || !frame) throw new Error(`no ${address} of ${who}`);
  const { names, isLikelier } = likelyNames(face, as, frame, isTaken);
  return { names: names.map(partAddress), isLikelier };
}

test('what lies where a beard does and is called something else is most likely one', () => {
  expect(called('Brock', 'beard//', known('hair', 'back')).names[0]).toBe('beard//');
  const { names, isLikelier } = called('Brock', 'beard//', known('cap'));
  expect(names[0]).toBe('beard//');
  expect(isLikelier).toBe(true);
  expect(called('Brock', 'beard//', known('hair', 'back'), (part) => part.group === 'beard').names).not.toContain(
    'beard//',
  );
});

test('what is called as it lies is not doubted, nor is what everybody has', () => {
  expect(called('Brock', 'beard//', known('beard')).isLikelier).toBe(false);
  expect(called('Hob', 'hood//', known('hood')).isLikelier).toBe(false);
  for (const { name } of TROUPE.slice(0, 6).map((make) => make()))
    for (const group of ['head', 'torso']) expect(called(name, `${group}//`, known(group)).isLikelier).toBe(false);
});

test('limbs and the features of a face are told by other things than their place', () => {
  const arm = knownPart({ group: 'arm', part: 'upper', side: 'A' }) as KnownPart;
  expect(called('Hob', 'hood//', arm)).toEqual({ names: [], isLikelier: false });
});
