import { LimberError } from '@limber-sheaf/core';
import { XMLParser } from 'fast-xml-parser';
import { plainText } from '../layered/layer-name.js';

/** A picture in an SVG of layers and where it sits, px. */
export interface SvgPicture {
  name: string;
  x: number;
  y: number;
  width: number;
  height: number;
  png: Uint8Array;
}

interface XmlNode {
  g?: XmlNode[];
  svg?: XmlNode[];
  title?: { '#text'?: string }[];
  image?: unknown;
  ':@'?: Record<string, string>;
}

const DATA = 'data:image/png;base64,';

/**
 * Reads the visible layers of an SVG that `writeSvg` could have written, back to front: groups with a title that hold an
 * embedded picture.
 * @throws LimberError `damaged-file`
 */
export function readSvgLayers(bytes: Uint8Array): SvgPicture[] {
  const parser = new XMLParser({
    preserveOrder: true,
    ignoreAttributes: false,
    processEntities: false,
    trimValues: false,
    parseTagValue: false,
  });
  const root = (parser.parse(new TextDecoder().decode(bytes)) as XmlNode[]).find((node) => node.svg);
  if (!root?.svg) throw new LimberError('damaged-file', 'This is not an SVG file.');
  const pictures: SvgPicture[] = [];
  const walk = (nodes: readonly XmlNode[], name: string) => {
    for (const node of nodes) {
      const at = node[':@'] ?? {};
      if (at['@_display'] === 'none') continue;
      if (node.g) walk(node.g, plainText(node.g.find(({ title }) => title)?.title?.[0]?.['#text'] ?? ''));
      if (!node.image) continue;
      const href = at['@_href'] ?? '';
      if (!href.startsWith(DATA))
        throw new LimberError('damaged-file', `The layer ${name} has no picture in the file.`);
      const [x, y, width, height] = ['x', 'y', 'width', 'height'].map((key) => Number(at[`@_${key}`]));
      pictures.push({ name, x, y, width, height, png: fromBase64(href, DATA.length) });
    }
  };
  walk(root.svg, '');
  return pictures;
}

/** Characters that are turned into bytes at a time: a multiple of four. */
const CHUNK = 0x8000;

function fromBase64(text: string, from: number): Uint8Array {
  const padding = text.endsWith('==') ? 2 : text.endsWith('=') ? 1 : 0;
  const bytes = new Uint8Array(((text.length - from) / 4) * 3 - padding);
  for (let at = from, to = 0; at < text.length; at += CHUNK) {
    const part = atob(text.slice(at, at + CHUNK));
    for (let i = 0; i < part.length; i++) bytes[to++] = part.charCodeAt(i);
  }
  return bytes;
}
