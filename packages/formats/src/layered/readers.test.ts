import { writePsd } from 'ag-psd';
import { zipSync } from 'fflate';
import { writeOpenRaster } from '../ora/ora';
import { readOraLayers } from '../ora/read-layers';
import { encodePng } from '../png/png';
import { readPsdLayers } from '../psd/read-psd';
import { plainSvg } from '../svg/plain-svg';
import { codeOf } from '../testing/code-of';

const bytes = (text: string) => new TextEncoder().encode(text);
const square = (width: number, height: number, rgba: number[]) => ({
  width,
  height,
  data: Uint8Array.from({ length: width * height * 4 }, (_, i) => rgba[i % 4]),
});
const RED = encodePng(square(4, 4, [200, 40, 40, 255]));

describe('OpenRaster', () => {
  const file = (stack: string, more: Record<string, Uint8Array> = {}) =>
    zipSync({ mimetype: bytes('image/openraster'), 'stack.xml': bytes(stack), 'data/a.png': RED, ...more });
  const image = (inner: string) => `<?xml version="1.0"?><image w="20" h="10"><stack>${inner}</stack></image>`;

  test('what is written here is read back, groups and all', () => {
    const layer = (name: string, visible = true) => ({ name, x: 3, y: 2, png: RED, visible });
    const written = writeOpenRaster({
      width: 20,
      height: 10,
      layers: [layer('torso'), { group: 'arm A', layers: [layer('arm_A_upper'), layer('arm_A_lower', false)] }],
      merged: encodePng(square(20, 10, [0, 0, 0, 0])),
      thumbnail: RED,
    });
    const { width, height, nodes, merged } = readOraLayers(written);
    expect([width, height, nodes.map((n) => n.name), merged !== null]).toEqual([20, 10, ['torso', 'arm A'], true]);
    expect(nodes[1].children?.map((n) => [n.name, n.visible])).toEqual([
      ['arm_A_upper', true],
      ['arm_A_lower', false],
    ]);
    expect(nodes[0].picture).toMatchObject({ x: 3, y: 2 });
  });

  test('opacity, blend modes and offsets of groups are read; what is unknown is told', () => {
    const { nodes, notes } = readOraLayers(
      file(
        image(
          `<stack x="2" y="1"><layer name="shade" x="3" src="data/a.png" opacity="0.5" composite-op="svg:multiply"/>` +
            `<layer name="odd" src="data/a.png" composite-op="svg:dst-atop"/></stack>`,
        ),
      ),
    );
    const [odd, shade] = nodes[0].children ?? [];
    expect(shade).toMatchObject({ opacity: 0.5, blend: 'multiply', picture: { x: 5, y: 1 } });
    expect(odd.blend).toBe('normal');
    expect(notes.join()).toMatch(/odd.*dst-atop/);
  });

  test('hostile and broken files are refused', () => {
    const deep = '<stack>'.repeat(40) + '</stack>'.repeat(40);
    const many = '<layer name="a" src="data/a.png"/>'.repeat(700);
    expect(codeOf(() => readOraLayers(file(`<!DOCTYPE x [<!ENTITY a "aaaa">]>${image('')}`)))).toBe('damaged-file');
    expect(codeOf(() => readOraLayers(file(image('<layer name="a" src="../../etc/passwd"/>'))))).toBe('damaged-file');
    expect(codeOf(() => readOraLayers(file(image(deep))))).toBe('too-large');
    expect(codeOf(() => readOraLayers(file(image(many))))).toBe('too-large');
    expect(codeOf(() => readOraLayers(file('<image w="x" h="2"/>')))).toBe('damaged-file');
    expect(codeOf(() => readOraLayers(zipSync({ mimetype: bytes('text/plain') })))).toBe('damaged-file');
    expect(codeOf(() => readOraLayers(file(image(''), { '../out.png': RED })))).toBe('damaged-file');
    expect(codeOf(() => readOraLayers(bytes('PK\u0003\u0004 nothing')))).toBe('damaged-file');
  });
});

describe('PSD', () => {
  const picture = (rgba: number[]) => ({ width: 4, height: 4, data: new Uint8ClampedArray(square(4, 4, rgba).data) });
  const psd = () =>
    new Uint8Array(
      writePsd({
        width: 20,
        height: 10,
        imageData: { width: 20, height: 10, data: new Uint8ClampedArray(800) },
        children: [
          { name: 'torso', left: 1, top: 2, imageData: picture([10, 20, 30, 255]) },
          {
            name: 'arm A',
            children: [
              { name: 'lower', left: 6, top: 2, imageData: picture([200, 40, 40, 255]) },
              {
                name: 'shade',
                left: 6,
                top: 2,
                clipping: true,
                blendMode: 'multiply',
                opacity: 0.5,
                imageData: picture([0, 0, 0, 255]),
              },
              { name: 'old', hidden: true, left: 0, top: 0, imageData: picture([1, 1, 1, 255]) },
            ],
          },
        ],
      }),
    );

  test('layers, groups, clipping, opacity and blend modes are read back to front', () => {
    const { width, height, nodes } = readPsdLayers(psd());
    expect([width, height, nodes.map((n) => n.name)]).toEqual([20, 10, ['torso', 'arm A']]);
    const inner = nodes[1].children ?? [];
    expect(inner.map((n) => [n.name, n.visible, n.clipped, n.blend])).toEqual([
      ['lower', true, false, 'normal'],
      ['shade', true, true, 'multiply'],
      ['old', false, false, 'normal'],
    ]);
    expect(inner[1].opacity).toBeCloseTo(0.5, 2);
    const [torso] = nodes;
    if (!torso.picture || !('bitmap' in torso.picture)) throw new Error('no paint');
    expect(torso.picture.bitmap).toMatchObject({ x: 1, y: 2, width: 4, height: 4 });
    expect([...torso.picture.bitmap.data.subarray(0, 4)]).toEqual([10, 20, 30, 255]);
  });

  test('other colour modes, large files and damage are refused in words', () => {
    const changed = (at: number, value: number) => {
      const out = psd();
      new DataView(out.buffer).setUint16(at, value);
      return out;
    };
    expect(codeOf(() => readPsdLayers(changed(4, 2)))).toBe('unreadable-file');
    expect(codeOf(() => readPsdLayers(changed(22, 3)))).toBe('unreadable-file');
    expect(codeOf(() => readPsdLayers(changed(24, 7)))).toBe('unreadable-file');
    expect(codeOf(() => readPsdLayers(changed(14, 9000)))).toBe('too-large');
    expect(codeOf(() => readPsdLayers(psd().subarray(0, 20)))).toBe('damaged-file');
    expect(codeOf(() => readPsdLayers(psd().subarray(0, 300)))).toBe('damaged-file');
  });
});

describe('SVG', () => {
  const svg = (inner: string, attributes = '') =>
    plainSvg(bytes(`<svg xmlns="http://www.w3.org/2000/svg" width="10" height="10" ${attributes}>${inner}</svg>`));

  test('scripts, handlers, embedded pages and outside references are left out, and said', () => {
    const { xml, notes } = svg(
      `<script>steal()</script><g onclick="steal()"><rect width="4" height="4" fill="url(https://example.invalid/x)"/></g>` +
        `<foreignObject><p>page</p></foreignObject><image href="https://example.invalid/a.png"/>` +
        `<style>@import url(//example.invalid/a.css); rect{fill:url('file:///etc/passwd')}</style>`,
      'onload="steal()"',
    );
    expect(xml).not.toMatch(/script|onclick|onload|foreignObject|example\.invalid|passwd|@import/i);
    expect(xml).toMatch(/<rect/);
    expect(notes.join(' ')).toMatch(/Scripts were left out/);
  });

  test('references within the drawing and pictures inside it stay', () => {
    const { xml } = svg(
      `<defs><linearGradient id="g"/></defs><rect fill="url(#g)"/><use href="#g"/><image href="data:image/png;base64,AAAA"/>`,
    );
    expect(xml).toMatch(/url\(#g\)/);
    expect(xml).toMatch(/href="#g"/);
    expect(xml).toMatch(/data:image\/png/);
  });

  test('top-level groups become layers that keep what they share', () => {
    const { layers } = svg(
      `<defs><linearGradient id="g"/></defs><g id="torso"><rect/></g><circle r="2"/><g id="head"><path d="M0 0"/></g>`,
    );
    expect(layers.map((l) => l.name)).toEqual(['torso', 'circle 2', 'head']);
    expect(layers[2].xml).toMatch(/linearGradient/);
    expect(layers[2].xml).not.toMatch(/<rect/);
    expect(svg('<rect/>').layers).toEqual([]);
  });

  test('entities, endless nesting and what is no SVG are refused', () => {
    expect(codeOf(() => plainSvg(bytes('<!DOCTYPE svg [<!ENTITY a "b">]><svg>&a;</svg>')))).toBe('damaged-file');
    expect(codeOf(() => svg('<g>'.repeat(300) + '</g>'.repeat(300)))).toBe('damaged-file');
    expect(codeOf(() => plainSvg(bytes('<html><body/></html>')))).toBe('damaged-file');
  });
});
