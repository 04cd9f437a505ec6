/** The views in the order they are usually drawn, by their keys. */
export const USUAL_VIEWS: readonly string[] = ['front', 'three-quarter', 'side', 'back'];

const rank = (key: string) => (USUAL_VIEWS.includes(key) ? USUAL_VIEWS.indexOf(key) : USUAL_VIEWS.length);

/** Sorts views as they are usually drawn, those of one's own last and by their keys; the first stands for the character. */
export function byUsualView(a: { key: string }, b: { key: string }): number {
  return rank(a.key) - rank(b.key) || (a.key < b.key ? -1 : 1);
}

/** Is a view seen from in front or from behind, so that both its sides should be alike? */
export function isFlat(key: string): boolean {
  return key === 'front' || key === 'back';
}
