import { XMLBuilder } from 'fast-xml-parser';
import { isGroup, type LayerNode } from '../layered/layer-tree.js';

/** A picture and where it sits, px. */
export interface SvgLayer {
  name: string;
  x: number;
  y: number;
  image: { width: number; height: number };
  /** The picture's file. */
  png: Uint8Array;
  visible: boolean;
}

interface Xml {
  [tag: string]: unknown;
}

/**
 * Writes an SVG: one group a layer, bearing its name as title and, with spaces as `_`, as id; the picture embedded.
 * @param layers back to front
 */
export function writeSvg(
  layers: readonly LayerNode<SvgLayer>[],
  { width, height }: { width: number; height: number },
): Uint8Array {
  let groups = 0;
  const titled = (name: string, attributes: Xml, children: object[]): Xml => ({
    g: [{ title: [{ '#text': name }] }, ...children],
    ':@': attributes,
  });
  const node = (one: LayerNode<SvgLayer>): Xml => {
    if (isGroup(one))
      return titled(one.group, { '@_id': `group-${++groups}`, ...hiddenIf(one.hidden) }, one.layers.map(node));
    const image = {
      image: [],
      ':@': {
        '@_x': String(one.x),
        '@_y': String(one.y),
        '@_width': String(one.image.width),
        '@_height': String(one.image.height),
        '@_href': `data:image/png;base64,${base64(one.png)}`,
      },
    };
    return titled(one.name, { '@_id': one.name.replaceAll(' ', '_'), ...hiddenIf(!one.visible) }, [image]);
  };
  const builder = new XMLBuilder({ preserveOrder: true, ignoreAttributes: false, suppressEmptyNode: true });
  const xml = builder.build([
    { '?xml': [{ '#text': '' }], ':@': { '@_version': '1.0', '@_encoding': 'UTF-8' } },
    {
      svg: layers.map(node),
      ':@': {
        '@_xmlns': 'http://www.w3.org/2000/svg',
        '@_width': String(width),
        '@_height': String(height),
        '@_viewBox': `0 0 ${width} ${height}`,
      },
    },
  ]);
  return new TextEncoder().encode(`${xml.trim()}\n`);
}

function hiddenIf(hidden = false): Xml {
  return hidden ? { '@_display': 'none' } : {};
}

/** Bytes that are turned into text at a time: arguments of one call are limited. */
const CHUNK = 0x6000;

function base64(bytes: Uint8Array): string {
  const parts: string[] = [];
  for (let at = 0; at < bytes.length; at += CHUNK)
    parts.push(btoa(String.fromCharCode(...bytes.subarray(at, at + CHUNK))));
  return parts.join('');
}
