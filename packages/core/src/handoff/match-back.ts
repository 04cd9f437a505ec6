import type { PieceId } from '../document/rows.js';

/** A picture that comes back, by what it is called and where it stands in its file. */
export interface NamedPicture {
  name: string;
  /** Its groups, outermost first, and its own name. */
  path: readonly string[];
  visible: boolean;
}

/** The names of one version, or of the character as it is now, and the pieces that bear them. */
export type NamesThen = ReadonlyMap<string, PieceId>;

/** What a picture that came back belongs to. */
export type BackMatch =
  | { kind: 'piece'; pieceId: PieceId; role: 'whole' | 'shade' | 'line'; renamed: boolean }
  /** Not taken, with the reason; without one it is a mark, which nobody asks about. */
  | { kind: 'left'; reason: string | null };

/** Shade and line that are kept apart follow their piece's name. */
const APART = /[_ -](shade|line)$/i;
/** A line under all follows from its joint, and is never repainted by itself. */
const DERIVED = /[_ -]line[_ -]under$/i;

/**
 * Finds for each picture that comes back the piece that it is of: by its name now or in any version, the newest first;
 * else by the same letters and digits, whatever stands between them and however they are written.
 * @param names as they are now, then by version, the newest first
 * @param marks groups whose layers are marks
 */
export function matchBack(
  pictures: readonly NamedPicture[],
  names: readonly NamesThen[],
  marks: readonly string[],
): BackMatch[] {
  const twice = repeated(pictures.filter(({ visible }) => visible).map(({ name }) => name));
  const found = pictures.map(({ name, path, visible }): BackMatch => {
    if (path.slice(0, -1).some((group) => marks.includes(group))) return { kind: 'left', reason: null };
    if (!visible) return { kind: 'left', reason: `${name} is hidden in the file.` };
    if (twice.has(name)) return { kind: 'left', reason: `Two are named ${name}: none of them is taken.` };
    if (DERIVED.test(name)) return { kind: 'left', reason: null };
    const whole = pieceNamed(name, names);
    if (whole) return { kind: 'piece', ...whole, role: 'whole' };
    const role = APART.exec(name)?.[1].toLowerCase();
    const apart = role && pieceNamed(name.replace(APART, ''), names);
    if (apart) return { kind: 'piece', ...apart, role: role as 'shade' | 'line' };
    return { kind: 'left', reason: `${name} is no piece of this view.` };
  });
  // Two names that mean one piece are one too many.
  const claims = repeated(found.flatMap((match) => (match.kind === 'piece' ? [claimOf(match)] : [])));
  return found.map((match, at) =>
    match.kind === 'piece' && claims.has(claimOf(match))
      ? { kind: 'left', reason: `${pictures[at].name} means a piece that another layer means as well: none is taken.` }
      : match,
  );
}

function claimOf({ pieceId, role }: { pieceId: PieceId; role: string }): string {
  return `${pieceId} ${role}`;
}

function pieceNamed(name: string, versions: readonly NamesThen[]): { pieceId: PieceId; renamed: boolean } | null {
  const [now] = versions;
  const nameNow = (pieceId: PieceId) => [...now].find(([, id]) => id === pieceId)?.[0];
  for (const sameAs of [(a: string, b: string) => a === b, (a: string, b: string) => plain(a) === plain(b)])
    for (const names of versions)
      for (const [known, pieceId] of names) {
        const current = nameNow(pieceId);
        if (current !== undefined && sameAs(known, name)) return { pieceId, renamed: plain(current) !== plain(name) };
      }
  return null;
}

/** A name without what programs and file systems do to it. */
function plain(name: string): string {
  return name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]/gu, '');
}

function repeated(texts: readonly string[]): Set<string> {
  return new Set(texts.filter((text, at) => texts.indexOf(text) !== at));
}
