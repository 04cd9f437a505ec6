/** A neutral group of layers: opacity 1, nothing clipped. */
export interface LayerGroup<L> {
  group: string;
  /** Back to front. */
  layers: LayerNode<L>[];
  /** Is the group hidden as a whole? */
  hidden?: boolean;
}

export type LayerNode<L> = L | LayerGroup<L>;

export function isGroup<L extends object>(node: LayerNode<L>): node is LayerGroup<L> {
  return 'group' in node;
}

/**
 * Gathers layers into groups without changing their order: neighbours of the same group name share one
 * group; a limb whose pieces are not neighbours in the draw order is grouped in runs.
 * @param layers back to front, each with its group's name or null for none
 */
export function groupInRuns<L>(layers: readonly { layer: L; group: string | null }[]): LayerNode<L>[] {
  const runs: { group: string | null; layers: L[] }[] = [];
  for (const { layer, group } of layers) {
    const last = runs.at(-1);
    if (last && group !== null && last.group === group) last.layers.push(layer);
    else runs.push({ group, layers: [layer] });
  }
  return runs.flatMap(({ group, layers: run }): LayerNode<L>[] =>
    group !== null && run.length > 1 ? [{ group, layers: run }] : run,
  );
}
