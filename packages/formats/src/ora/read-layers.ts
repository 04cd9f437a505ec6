import { BLEND_MODES, LimberError, type BlendMode } from '@limber-sheaf/core';
import { XMLParser } from 'fast-xml-parser';
import { layerName } from '../layered/layer-name.js';
import { LAYER_LIMITS, PixelBudget, plainNode, type FileNode, type LayeredFile } from '../layered/layered-file.js';
import { readZip } from '../zip/zip.js';

interface XmlNode {
  layer?: XmlNode[];
  stack?: XmlNode[];
  image?: XmlNode[];
  ':@'?: Record<string, string>;
}

/**
 * Reads an OpenRaster file's layers with opacity, visibility and blend modes (baseline specification 0.0.6).
 * @throws LimberError `damaged-file`, `too-large`
 */
export function readOraLayers(bytes: Uint8Array): LayeredFile {
  const files = new Map(readZip(bytes).map((file) => [file.path, file.bytes]));
  const text = (path: string) => new TextDecoder().decode(files.get(path) ?? new Uint8Array());
  if (text('mimetype').trim() !== 'image/openraster' || !files.has('stack.xml'))
    throw new LimberError(
      'damaged-file',
      'This is not an OpenRaster file.',
      'Save the design again and try that file.',
    );
  const stack = text('stack.xml');
  if (/<!DOCTYPE|<!ENTITY/i.test(stack))
    throw new LimberError('damaged-file', 'The OpenRaster file’s layer list declares entities, which is not read.');
  let root: XmlNode | undefined;
  try {
    const parser = new XMLParser({
      preserveOrder: true,
      ignoreAttributes: false,
      processEntities: false,
      trimValues: false,
    });
    root = (parser.parse(stack) as XmlNode[]).find((node) => node.image);
  } catch {
    throw new LimberError('damaged-file', 'The OpenRaster file’s layer list cannot be read.');
  }
  const size = root?.[':@'] ?? {};
  const width = Number(size['@_w']);
  const height = Number(size['@_h']);
  if (!root?.image || !Number.isInteger(width) || !Number.isInteger(height) || width < 1 || height < 1)
    throw new LimberError('damaged-file', 'The OpenRaster file has no layer stack.');
  const budget = new PixelBudget({ width, height });
  const notes: string[] = [];
  let count = 0;
  const walk = (nodes: readonly XmlNode[], x: number, y: number, depth: number): FileNode[] => {
    if (depth > LAYER_LIMITS.depth) throw new LimberError('too-large', 'The file’s groups are nested too deeply.');
    const out: FileNode[] = [];
    for (const node of [...nodes].reverse()) {
      if (!node.stack && !node.layer) continue;
      if (++count > LAYER_LIMITS.layers)
        throw new LimberError(
          'too-large',
          `The file has more than ${LAYER_LIMITS.layers} layers.`,
          'Merge some of them first.',
        );
      const at = node[':@'] ?? {};
      const made = plainNode(layerName(at['@_name'] ?? '', notes));
      const left = x + wholePx(at['@_x']);
      const top = y + wholePx(at['@_y']);
      made.visible = at['@_visibility'] !== 'hidden';
      made.opacity = Math.min(1, Math.max(0, Number(at['@_opacity'] ?? 1)));
      if (Number.isNaN(made.opacity)) made.opacity = 1;
      made.blend = blendOf(at['@_composite-op'], made.name, notes);
      if (node.stack) {
        made.children = walk(node.stack, left, top, depth + 1);
        made.passThrough = at['@_isolation'] === 'auto' && made.opacity === 1 && made.blend === 'normal';
      } else {
        const png = files.get(at['@_src'] ?? '');
        if (!png) throw new LimberError('damaged-file', `The layer ${made.name} has no picture in the file.`);
        made.picture = { png, x: left, y: top };
      }
      out.push(made);
    }
    return out;
  };
  // The image holds the root stack, whose children are the layers.
  const inner = root.image.find((node) => node.stack);
  const nodes = walk(inner?.stack ?? [], 0, 0, 0);
  const merged = files.get('mergedimage.png');
  return { width, height, nodes, budget, merged: merged ? { png: merged } : null, notes };
}

/** An offset in whole pixels: layers lie on the grid. Anything that is no number counts as none. */
function wholePx(text: string | undefined): number {
  const px = Math.round(Number(text ?? 0));
  return Number.isFinite(px) ? Math.max(-1e6, Math.min(1e6, px)) : 0;
}

function blendOf(op: string | undefined, name: string, notes: string[]): BlendMode {
  const word = (op ?? 'svg:src-over').replace(/^svg:/, '');
  if (word === 'src-over') return 'normal';
  if ((BLEND_MODES as readonly string[]).includes(word)) return word as BlendMode;
  notes.push(`${name}: its composite operation ${word} is not known; it is drawn plainly.`);
  return 'normal';
}
