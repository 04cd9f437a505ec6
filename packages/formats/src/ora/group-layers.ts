import type { OraLayer, OraNode } from './ora.js';

/**
 * Gathers layers into groups without changing their order: neighbours of the same group name share one
 * group; a limb whose pieces are not neighbours in the draw order is grouped in runs.
 * @param layers back to front, each with its group's name or null for none
 */
export function groupInRuns(layers: readonly { layer: OraLayer; group: string | null }[]): OraNode[] {
  const runs: { group: string | null; layers: OraLayer[] }[] = [];
  for (const { layer, group } of layers) {
    const last = runs.at(-1);
    if (last && group !== null && last.group === group) last.layers.push(layer);
    else runs.push({ group, layers: [layer] });
  }
  return runs.flatMap(({ group, layers: run }): OraNode[] =>
    group !== null && run.length > 1 ? [{ group, layers: run }] : run,
  );
}
