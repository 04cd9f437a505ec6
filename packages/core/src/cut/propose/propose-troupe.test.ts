import { KNOWN_PARTS } from '../../plan/known-parts.js';
import { TROUPE, drawMember } from '../../testing/troupe/index.js';
import { proposeParts } from './propose-parts.js';

test('figures', () => {
  const lines: string[] = [];
  let [all, found, named, best] = [0, 0, 0, 0];
  for (const make of TROUPE) {
    const member = make();
    const { design, masks } = drawMember(member);
    const addresses = [...masks.keys()];
    const parts = KNOWN_PARTS.filter((p) => addresses.includes(`${p.group}/${p.part ?? ''}/${p.side ?? ''}`));
    const started = performance.now();
    const proposal = proposeParts(design, parts);
    const ms = performance.now() - started;
    let [n, f, g] = [0, 0, 0];
    const missed: string[] = [];
    for (const [address, mask] of masks) {
      const own = new Uint8Array(proposal.labels.length);
      let area = 0;
      for (let y = 0; y < mask.height; y++)
        for (let x = 0; x < mask.width; x++)
          if (mask.data[y * mask.width + x] > 127) {
            own[(mask.y + y) * proposal.width + mask.x + x] = 1;
            area++;
          }
      if (area < 12) continue;
      n++;
      // By shape and by part
      const both = new Float64Array(proposal.shapes.length + 1);
      const sizes = new Float64Array(proposal.shapes.length + 1);
      for (let i = 0; i < own.length; i++) {
        sizes[proposal.labels[i]]++;
        if (own[i]) both[proposal.labels[i]]++;
      }
      const at = parts.findIndex((p) => `${p.group}/${p.part ?? ''}/${p.side ?? ''}` === address);
      let [byPart, sizePart] = [0, 0];
      let shapeBest = 0;
      proposal.shapes.forEach((shape, k) => {
        if (shape.part === at && at >= 0) {
          byPart += both[k + 1];
          sizePart += sizes[k + 1];
        }
        shapeBest = Math.max(shapeBest, both[k + 1] / (area + sizes[k + 1] - both[k + 1]));
      });
      const partIoU = byPart / (area + sizePart - byPart);
      const groups = new Map<number | null, [number, number]>();
      proposal.shapes.forEach((shape, k) => {
        const [b, s] = groups.get(shape.part) ?? [0, 0];
        groups.set(shape.part, [b + both[k + 1], s + sizes[k + 1]]);
      });
      for (const [part, [b, s]] of groups) if (part !== null) shapeBest = Math.max(shapeBest, b / (area + s - b));
      if (shapeBest >= 0.75) f++;
      if (partIoU >= 0.75) g++;
      else missed.push(`${address} ${partIoU.toFixed(2)}/${shapeBest.toFixed(2)}`);
    }
    all += n;
    found += f;
    named += g;
    lines.push(
      `${member.name} ${design.width}x${design.height}: found ${f}/${n} named ${g}/${n} ${ms.toFixed(0)} ms; missed ${missed.join(', ')}`,
    );
    best++;
  }
  lines.push(`all: found ${found}/${all} named ${named}/${all} of ${best}`);
  console.log(lines.join('\n'));
});
