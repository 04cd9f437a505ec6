/** What an edit that is refused throws: `expect(() => …).toThrow(refused('not-soft'))`. */
export const refused = (code: string): Error => expect.objectContaining({ code }) as Error;
