import type { RigChange } from '@limber-sheaf/formats';
import escapeHtml from 'escape-html';

/** What the page for whoever rigs shows of a version. */
export interface SheetPage {
  /** Of the character. */
  name: string;
  number: number;
  /** Of the package. */
  packageName: string;
  date: string;
  note: string;
  /** Checks that did not hold. */
  failed: string[];
  changes: readonly Pick<RigChange, 'weight' | 'sentence'>[];
  /** Where the package is fetched. */
  packagePath: string;
  /** Its sheets in words, and where each is fetched. */
  sheets: { word: string; path: string }[];
}

const STYLE = `
@page { size: A4 landscape; margin: 10mm }
body { margin: 0; background: #f4efe4; color: #25303a; font: 14px/1.45 system-ui, sans-serif }
header, ul { max-width: 1100px; margin: 0 auto; padding: 16px 20px 0 }
h1 { margin: 0; font-size: 22px } p { margin: 4px 0 } a { color: #2b5c86 }
ul { list-style: none } li { padding: 2px 0 } li b { font-weight: 600 } .breaks, .failed { color: #b23a33 }
figure { margin: 16px auto; max-width: 1100px; padding: 0 20px } img { width: 100%; background: #fbf8f1 }
@media print {
  body { background: none } a, ul { display: none } header { padding: 0; max-width: none }
  figure { margin: 0; padding: 0; max-width: none; break-after: page } figure:last-child { break-after: auto }
  img { width: auto; max-width: 100%; max-height: 165mm; display: block; margin: 4mm auto 0; background: none }
}`;

const WEIGHTS = { breaks: 'breaks a rig', check: 'look at it', safe: 'safe' } as const;

/** A page with a version's parts sheets, to look at, to print, and to fetch the package from. */
export function sheetPage(page: SheetPage): string {
  const text = (value: string) => escapeHtml(value);
  const title = `${page.name}, version ${page.number}`;
  const failed = page.failed.length === 0 ? '' : `<p class="failed">Did not hold: ${text(page.failed.join(', '))}.</p>`;
  const changes = page.changes.map(
    ({ weight, sentence }) => `<li><b class="${weight}">${WEIGHTS[weight]}</b> ${text(sentence)}</li>`,
  );
  const figures = page.sheets.map(({ word, path }) => `<figure><img src="${text(path)}" alt="${text(word)}"></figure>`);
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><title>${text(title)}</title><style>${STYLE}</style></head>
<body><header><h1>${text(title)}</h1><p>${text(page.date)} · ${text(page.note || page.packageName)}</p>${failed}
<p><a href="${text(page.packagePath)}" download>Fetch the package</a></p></header>
${changes.length > 0 ? `<ul>${changes.join('')}</ul>` : ''}
${figures.length > 0 ? figures.join('\n') : '<header><p>This version has no parts sheet.</p></header>'}
</body></html>
`;
}
