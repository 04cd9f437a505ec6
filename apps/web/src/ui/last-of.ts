/** Work whose last answer is kept while it is asked for the same: what several parts of the screen show is worked out once. */
export function lastOf<A extends readonly unknown[], R>(work: (...asked: A) => R): (...asked: A) => R {
  let last: { asked: A; answer: R } | null = null;
  return (...asked) => {
    if (!last || asked.some((one, at) => one !== last?.asked[at])) last = { asked, answer: work(...asked) };
    return last.answer;
  };
}
