import { join } from 'node:path';
import { readFile } from 'node:fs/promises';
import { readZip, type Rig } from '@limber-sheaf/formats';
import sharp from 'sharp';
import { projectRoot } from '../scripts/postgres.js';
import { expect, test } from './bench';

/** px; as large as the puppet is drawn. */
const DRAWN = { width: 1000, height: 1500 };
const MODULES = join(projectRoot, 'node_modules');
/** A page that is nobody's but this test's: it loads a puppet and draws its first scene as its canvas lies. */
const PAGE = `<!doctype html><script type="importmap">{"imports":{"three":"/modules/three/build/three.module.js"}}</script>
<script type="module">
import * as THREE from 'three';
import { GLTFLoader } from '/modules/three/examples/jsm/loaders/GLTFLoader.js';
window.draw = async (view, width, height) => {
  const { scene } = await new GLTFLoader().loadAsync('/puppet.glb');
  const [w, h] = [view.canvas.width / 100, view.canvas.height / 100];
  const top = view.floorY / 100;
  const camera = new THREE.OrthographicCamera(-w / 2, w / 2, top, top - h, 0.1, 100);
  camera.position.z = 10;
  const renderer = new THREE.WebGLRenderer({ alpha: true, preserveDrawingBuffer: true, antialias: false });
  renderer.setClearColor(0, 0);
  renderer.setSize(width, height, false);
  renderer.render(scene, camera);
  return renderer.domElement.toDataURL('image/png');
};
window.ready = true;
</script>`;

test('a program that knows nothing of this one draws the pilot’s puppet as the design', async ({ bench, page }) => {
  const id = await bench.characterId('Juniper Vane');
  const { versions } = await bench.api<{ versions: { id: string }[] }>(`/characters/${id}/handoffs`);
  const answer = await fetch(`${bench.address}/api/handoffs/${versions[0].id}/package.zip`);
  const files = readZip(new Uint8Array(await answer.arrayBuffer()));
  const file = (end: string) => files.find(({ path }) => path.endsWith(end))?.bytes ?? new Uint8Array();
  const { views } = JSON.parse(new TextDecoder().decode(file('/rig.json'))) as Rig;
  await page.route('**/reader.html', (route) => route.fulfill({ contentType: 'text/html', body: PAGE }));
  await page.route('**/puppet.glb', (route) => route.fulfill({ body: Buffer.from(file('.glb')) }));
  await page.route('**/modules/**', async (route) => {
    const path = new URL(route.request().url()).pathname.replace('/modules/', '');
    await route.fulfill({ contentType: 'text/javascript', body: await readFile(join(MODULES, path)) });
  });
  await page.goto(`${bench.address}/reader.html`);
  await page.waitForFunction('window.ready');
  const drawn = await page.evaluate(
    ([view, size]) =>
      (window as unknown as { draw: (...given: unknown[]) => Promise<string> }).draw(view, size.width, size.height),
    [views[0], DRAWN] as const,
  );
  const raw = (image: ReturnType<typeof sharp>) =>
    image.ensureAlpha().flatten({ background: '#808080' }).removeAlpha().raw().toBuffer();
  const is = await raw(sharp(Buffer.from(drawn.split(',')[1], 'base64')));
  const wanted = await raw(sharp(file('/front/design.png')).resize({ ...DRAWN, kernel: 'linear' }));
  const far = is.map((value, i) => Math.abs(value - wanted[i]));
  // Two programs make a picture smaller in two ways: that shows at lines, and nowhere else.
  expect(far.reduce((sum, value) => sum + value, 0) / far.length).toBeLessThan(1);
  expect(far.filter((value) => value > 40).length / far.length).toBeLessThan(0.002);
});
