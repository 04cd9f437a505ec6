import { LimberError } from '@limber-sheaf/core';
import { XMLBuilder, XMLParser } from 'fast-xml-parser';
import { LAYER_LIMITS } from '../layered/layered-file.js';
import { plainText } from '../layered/layer-name.js';

type XmlNode = Record<string, unknown> & { ':@'?: Record<string, string> };

/** An SVG without anything that runs or reaches outside, and its layers. */
export interface PlainSvg {
  xml: string;
  /** One SVG a top-level group, back to front: the same picture with only that group. Empty where there are fewer than two. */
  layers: { name: string; xml: string }[];
  /** What was left out, in sentences. */
  notes: string[];
}

/** Elements that run, embed or fetch. */
const UNWANTED = new Set([
  'script',
  'foreignobject',
  'iframe',
  'embed',
  'object',
  'audio',
  'video',
  'animate',
  'animatetransform',
  'animatemotion',
  'set',
  'handler',
  'listener',
  'a',
]);
/** What a drawing is made of besides its groups. */
const SHARED = new Set([
  'defs',
  'style',
  'symbol',
  'clippath',
  'mask',
  'filter',
  'lineargradient',
  'radialgradient',
  'pattern',
  'marker',
  'title',
  'desc',
  'metadata',
]);
const MOST_BYTES = 20 * 1024 * 1024;

/**
 * Makes an SVG plain: no scripts, no event attributes, no embedded documents, no reference outside the file.
 * @throws LimberError `damaged-file`, `too-large`; also for a file that declares entities
 */
export function plainSvg(bytes: Uint8Array): PlainSvg {
  if (bytes.length > MOST_BYTES)
    throw new LimberError('too-large', 'The SVG file is larger than 20 MB.', 'Save a PNG of it.');
  const text = new TextDecoder().decode(bytes);
  if (/<!ENTITY/i.test(text))
    throw new LimberError(
      'damaged-file',
      'The SVG file declares entities, which are not read.',
      'Save it as a plain SVG.',
    );
  const options = {
    preserveOrder: true,
    ignoreAttributes: false,
    processEntities: false,
    trimValues: false,
    parseTagValue: false,
  } as const;
  let nodes: XmlNode[];
  try {
    // The parser refuses more than a hundred nested elements, so that what follows may recurse.
    nodes = new XMLParser({ ...options, stopNodes: [] }).parse(text.replace(/<!DOCTYPE[^>]*>/gi, '')) as XmlNode[];
  } catch {
    throw new LimberError('damaged-file', 'The SVG file cannot be read.', 'Save it again, or save a PNG of it.');
  }
  const root = nodes.find((node) => tagOf(node) === 'svg');
  if (!root) throw new LimberError('damaged-file', 'This is not an SVG picture.');
  const left = new Set<string>();
  const children = cleanNodes(root.svg as XmlNode[], left);
  const builder = new XMLBuilder({
    preserveOrder: true,
    ignoreAttributes: false,
    suppressEmptyNode: true,
    processEntities: false,
  });
  const attributes = cleanAttributes(root[':@'] ?? {}, left);
  const build = (inner: XmlNode[]) => builder.build([{ svg: inner, ':@': attributes }]);
  const groups = children.filter((node) => tagOf(node) === 'g');
  const shared = (node: XmlNode) => SHARED.has(tagOf(node).toLowerCase()) || tagOf(node) === '#text';
  const drawn = children.filter((node) => !shared(node));
  // Loose shapes beside groups are a layer each as well; a drawing without groups is flat.
  const layers =
    groups.length >= 2 && drawn.length <= LAYER_LIMITS.layers
      ? drawn.map((node, at) => ({
          name: layerName(node, at),
          xml: build(children.filter((other) => shared(other) || other === node)),
        }))
      : [];
  return {
    xml: build(children),
    layers,
    notes: [...left].map((what) => `${what} left out: only the drawing itself is read.`),
  };
}

function tagOf(node: XmlNode): string {
  return Object.keys(node).find((key) => key !== ':@') ?? '';
}

function layerName(node: XmlNode, at: number): string {
  const a = node[':@'] ?? {};
  // Drawing programs keep a layer's own name in a label of their namespace, and a code made from it in the id.
  const label = Object.keys(a).find((key) => key.endsWith(':label'));
  return plainText((label && a[label]) || (a['@_data-name'] ?? a['@_id'] ?? `${tagOf(node)} ${at + 1}`));
}

function cleanNodes(nodes: readonly XmlNode[], left: Set<string>): XmlNode[] {
  return nodes.flatMap((node) => {
    const tag = tagOf(node);
    if (tag === '#text') return [node];
    if (tag === '#comment' || tag === '?xml') return [];
    const plain = tag.replace(/^.*:/, '').toLowerCase();
    const inner = node[tag];
    if (plain === 'a' && Array.isArray(inner)) return cleanNodes(inner as XmlNode[], left);
    if (UNWANTED.has(plain)) {
      left.add(plain === 'script' ? 'Scripts were' : `“${plain}” was`);
      return [];
    }
    const children = Array.isArray(inner) ? cleanNodes(inner as XmlNode[], left) : [];
    const clean: XmlNode = { [tag]: plain === 'style' ? children.map((child) => cleanStyle(child, left)) : children };
    if (node[':@']) clean[':@'] = cleanAttributes(node[':@'], left);
    return [clean];
  });
}

function cleanStyle(node: XmlNode, left: Set<string>): XmlNode {
  return '#text' in node ? { ...node, '#text': insideOnly(String(node['#text']), left) } : node;
}

/** A style without imports and without addresses outside the file. */
function insideOnly(css: string, left: Set<string>): string {
  const clean = css
    .replace(/@import[^;]*;?/gi, '')
    .replace(/url\(\s*(['"]?)(?!#|data:image\/(?:png|jpeg|webp))[^)]*\)/gi, 'none');
  if (clean !== css) left.add('References outside the file were');
  return clean;
}

function cleanAttributes(attributes: Record<string, string>, left: Set<string>): Record<string, string> {
  const clean: Record<string, string> = {};
  for (const [key, value] of Object.entries(attributes)) {
    const name = key.slice(2).toLowerCase();
    if (name.startsWith('on')) {
      left.add('Scripts were');
      continue;
    }
    if (name === 'href' || name === 'xlink:href' || name === 'src') {
      if (!/^\s*(#|data:image\/(png|jpeg|webp);base64,)/i.test(value)) {
        left.add('References outside the file were');
        continue;
      }
      clean[key] = value;
    } else clean[key] = insideOnly(value, left);
  }
  return clean;
}
