/** A number with what it counts: `1 piece`, `1,204 pieces`. */
export function counted(count: number, one: string, many = `${one}s`): string {
  return `${count.toLocaleString('en')} ${count === 1 ? one : many}`;
}
