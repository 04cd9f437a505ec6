/** Places along a line of x, y pairs, at most `step` px apart, its points among them. */
export function* pointsAlongLine(line: readonly number[], step: number): Generator<{ x: number; y: number }> {
  for (let i = 0; i + 3 < line.length; i += 2) {
    const [dx, dy] = [line[i + 2] - line[i], line[i + 3] - line[i + 1]];
    const count = Math.max(1, Math.ceil(Math.hypot(dx, dy) / step));
    for (let k = i === 0 ? 0 : 1; k <= count; k++)
      yield { x: line[i] + (dx * k) / count, y: line[i + 1] + (dy * k) / count };
  }
}
