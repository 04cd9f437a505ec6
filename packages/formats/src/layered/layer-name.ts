/** The five entities every XML file may use; others are never expanded, so that no file can grow on us. */
const ENTITIES: Record<string, string> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: "'" };

/** A character by its number; a gap for one that no text may hold. */
function characterOf(code: number): string {
  const allowed = code >= 0x20 && code <= 0x10ffff && !(code >= 0xd800 && code <= 0xdfff) && code !== 0x7f;
  return allowed ? String.fromCodePoint(code) : ' ';
}

/** Text with XML's own entities and its character numbers put in. */
export function plainText(text: string): string {
  return text.replace(/&(?:(amp|lt|gt|quot|apos)|#(\d{1,7})|#x([0-9a-f]{1,6}));/gi, (_, name, decimal, hex) => {
    if (typeof name === 'string') return ENTITIES[name.toLowerCase()];
    return characterOf(typeof decimal === 'string' ? Number(decimal) : parseInt(hex as string, 16));
  });
}

/** A layer's name as it can be kept and shown; what is odd about it is noted. */
/* eslint-disable no-control-regex -- control characters are what is looked for */
export function layerName(raw: string, notes: string[]): string {
  const text = plainText(raw);
  const clean = text.replace(
    /[\u0000-\u001f\u007f\u200b-\u200f\u202a-\u202e\ufeff]|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g,
    ' ',
  );
  const name = clean.trim().replace(/\s+/g, ' ');
  if (name === '') notes.push('A layer without a name was called “layer”.');
  else if (name !== text.trim())
    notes.push(`The layer “${name.slice(0, 60)}” had characters in its name that cannot be kept.`);
  return name || 'layer';
}
