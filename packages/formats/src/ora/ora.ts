import { LimberError } from '@limber-sheaf/core';
import { XMLBuilder, XMLParser } from 'fast-xml-parser';
import { readZip, writeZip } from '../zip/zip.js';
import { plainText } from '../layered/layer-name.js';
import { isGroup, type LayerNode } from '../layered/layer-tree.js';

/** A layer of an OpenRaster file: its PNG and where it sits, px. */
export interface OraLayer {
  name: string;
  x: number;
  y: number;
  png: Uint8Array;
  visible: boolean;
}

/** A layered picture. */
export interface OraDocument {
  width: number;
  height: number;
  /** Back to front. */
  layers: LayerNode<OraLayer>[];
  /** The whole picture, PNG. */
  merged: Uint8Array;
  /** At most 256 px a side, PNG. */
  thumbnail: Uint8Array;
}

const MIME = 'image/openraster';
/** How layers and groups lie over what is beneath them where nothing is blended. */
const NEUTRAL = 'svg:src-over';

/** Writes an OpenRaster file (baseline specification 0.0.6): `mimetype` first and stored, then the stack, the layers, the merged picture. */
export function writeOpenRaster(document: OraDocument): Uint8Array {
  const data: { path: string; bytes: Uint8Array }[] = [];
  const layerNode = (layer: OraLayer) => {
    const path = `data/layer${data.length}.png`;
    data.push({ path, bytes: layer.png });
    return {
      layer: [],
      ':@': {
        '@_name': layer.name,
        '@_src': path,
        '@_x': String(layer.x),
        '@_y': String(layer.y),
        '@_opacity': '1.0',
        '@_visibility': layer.visible ? 'visible' : 'hidden',
        '@_composite-op': NEUTRAL,
      },
    };
  };
  const stackNode = (node: LayerNode<OraLayer>): object =>
    isGroup(node)
      ? {
          stack: topFirst(node.layers),
          ':@': {
            '@_name': node.group,
            '@_opacity': '1.0',
            '@_visibility': node.hidden ? 'hidden' : 'visible',
            '@_composite-op': NEUTRAL,
            '@_isolation': 'auto',
          },
        }
      : layerNode(node);
  // OpenRaster lists the top layer first.
  const topFirst = (nodes: readonly LayerNode<OraLayer>[]) => nodes.map(stackNode).reverse();
  const builder = new XMLBuilder({
    preserveOrder: true,
    ignoreAttributes: false,
    format: true,
    suppressEmptyNode: true,
  });
  const xml = builder.build([
    { '?xml': [{ '#text': '' }], ':@': { '@_version': '1.0', '@_encoding': 'UTF-8' } },
    {
      image: [{ stack: topFirst(document.layers) }],
      ':@': { '@_version': '0.0.6', '@_w': String(document.width), '@_h': String(document.height) },
    },
  ]);
  return writeZip(
    [
      { path: 'mimetype', bytes: new TextEncoder().encode(MIME) },
      { path: 'stack.xml', bytes: new TextEncoder().encode(xml.trim() + '\n') },
      ...data,
      { path: 'mergedimage.png', bytes: document.merged },
      { path: 'Thumbnails/thumbnail.png', bytes: document.thumbnail },
    ],
    ['mimetype'],
  );
}

interface XmlNode {
  layer?: XmlNode[];
  stack?: XmlNode[];
  image?: XmlNode[];
  ':@'?: Record<string, string>;
}

/**
 * Reads the layers of an OpenRaster file, groups flattened into paths such as `arm A/arm_A_lower`.
 * @throws LimberError `damaged-file`
 */
export function readOpenRaster(bytes: Uint8Array): {
  width: number;
  height: number;
  layers: (OraLayer & { path: string })[];
  merged: Uint8Array | null;
  /** Are all layers and groups drawn over one another as they are, without blending and opacity? */
  isFlat: boolean;
} {
  const files = new Map(readZip(bytes).map((file) => [file.path, file.bytes]));
  const text = (path: string) => new TextDecoder().decode(files.get(path) ?? new Uint8Array());
  if (text('mimetype').trim() !== MIME || !files.has('stack.xml'))
    throw new LimberError('damaged-file', 'This is not an OpenRaster file.');
  const parser = new XMLParser({
    preserveOrder: true,
    ignoreAttributes: false,
    processEntities: false,
    trimValues: false,
  });
  const root = (parser.parse(text('stack.xml')) as XmlNode[]).find((node) => node.image);
  if (!root?.image) throw new LimberError('damaged-file', 'The OpenRaster file has no layer stack.');
  const layers: (OraLayer & { path: string })[] = [];
  let isFlat = true;
  const walk = (nodes: readonly XmlNode[], prefix: string, x: number, y: number) => {
    for (const node of [...nodes].reverse()) {
      const at = node[':@'] ?? {};
      const left = x + Number(at['@_x'] ?? 0);
      const top = y + Number(at['@_y'] ?? 0);
      const name = plainText(at['@_name'] ?? '');
      if ((at['@_composite-op'] ?? NEUTRAL) !== NEUTRAL || Number(at['@_opacity'] ?? 1) !== 1) isFlat = false;
      if (node.stack) walk(node.stack, name ? `${prefix}${name}/` : prefix, left, top);
      if (!node.layer) continue;
      const png = files.get(at['@_src'] ?? '');
      if (!png) throw new LimberError('damaged-file', `The layer ${name} has no picture in the file.`);
      layers.push({ name, path: prefix + name, x: left, y: top, png, visible: at['@_visibility'] !== 'hidden' });
    }
  };
  walk(root.image, '', 0, 0);
  const size = root[':@'] ?? {};
  return {
    width: Number(size['@_w']),
    height: Number(size['@_h']),
    layers,
    merged: files.get('mergedimage.png') ?? null,
    isFlat,
  };
}
