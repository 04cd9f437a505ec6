// Runs badly behaved tasks through the threads; prints how each ended, and that the threads still work after it.
import { THREADS } from '../dist/threads/room.js';
import { taskFile } from '../dist/threads/task.js';
import { Threads } from '../dist/threads/threads.js';

const threads = new Threads();
const tasks = taskFile(new URL('./threads.tasks.mjs', import.meta.url));
const ends = {};
async function end(name, options) {
  ends[name] = [await ending(name, options), await threads.run(tasks, 'twice', 21)];
}
const ending = (name, options) =>
  threads.run(tasks, name, 0, options).then(
    () => 'answered',
    (error) => error.code ?? error.name,
  );
// What threads keep that have nothing to do comes back before what takes much.
await Promise.all(Array.from({ length: THREADS }, () => threads.run(tasks, 'keepsForNow', 0)));
const held = process.memoryUsage.rss();
await threads.run(tasks, 'twice', 0, { large: true });
// It goes back to the system a little later.
const givenBack = () => (held - process.memoryUsage.rss()) / 1e6;
for (let look = 0; look < 100 && givenBack() < 950; look++) await new Promise((done) => setTimeout(done, 50));
const given = givenBack();
await end('endless', { seconds: 0.5 });
const beside = ending('patient');
// It takes longer than it may work, and works on nothing meanwhile.
ends.waits = await ending('patient', { seconds: 0.3 });
await end('greedy');
await end('patient');
ends.beside = await beside;
await end('refuses');
await end('breaks');
await Promise.all([0, 1].map(() => threads.run(tasks, 'keeps', 0)));
ends.large = await ending('large');
// What is worked out meanwhile has taken its memory already when the hand asks for more than is left, and for longer than that is given back.
const meanwhile = ending('wide', { behind: true });
await new Promise((done) => setTimeout(done, 900));
ends.hand = await ending('wide');
ends.meanwhile = await meanwhile;
const gone = new AbortController();
setTimeout(() => gone.abort(), 300);
const stopped = await threads.run(tasks, 'endless', 0, { signal: gone.signal }).catch((error) => error.name);
const all = await Promise.all(Array.from({ length: 12 }, (_, n) => threads.run(tasks, 'twice', n)));
// More than there are threads, so that the rest stand in the queue when the hand asks.
const order = [];
const asked = (what, options) => threads.run(tasks, 'patient', 0, options).then(() => order.push(what));
await Promise.all([...Array.from({ length: 8 }, () => asked('behind', { behind: true })), asked('hand')]);
const before = order.indexOf('hand');
// All threads go on with something that gives way: each hand finds one of them.
const going = Array.from({ length: THREADS }, () => threads.run(tasks, 'givesWay', 0, { behind: true }));
const hands = Array.from({ length: THREADS }, (_, n) => threads.run(tasks, 'patient', n));
const gaveWay = await Promise.all([...going, ...hands]).then((ended) => ended.slice(0, THREADS));
// A hand gives way to nobody, or two of them would wait for each other; and what stands still for long is stopped too.
const ofHand = threads.run(tasks, 'givesWay', 0, { seconds: 0.3 }).catch((error) => error.code);
const others = await Promise.all(Array.from({ length: 2 * THREADS }, (_, n) => threads.run(tasks, 'twice', n)));
const tooLong = await ofHand;
// Where the server stops, whoever waits hears why.
const stopping = ending('endless');
await threads.onModuleDestroy();
ends.stopping = await stopping;
console.log(JSON.stringify({ given, ends, stopped, all, before, gaveWay, others, ofHand: tooLong }));
