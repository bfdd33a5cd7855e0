/** The report as one HTML file: it opens without a network, with its own letters, and prints with its parts as bookmarks. */
import { escape } from '../report/paper';
import type { Block, Report } from './types';

export interface Letters {
  /** Base64 of WOFF or WOFF2 files. */
  plain: string;
  bold: string;
  format: 'woff' | 'woff2';
}

const CSS = `
:root { color: #2a211a; background: #fff; font: 15px/1.5 Commissioner, sans-serif; }
body { max-width: 960px; margin: 0 auto; padding: 24px 20px 60px; }
h1 { font-size: 34px; margin: 40px 0 4px; }
h2 { font-size: 21px; margin: 40px 0 8px; border-block-end: 2px solid #9c5a22; padding-block-end: 3px; }
nav a { color: #7a4314; } nav ol { columns: 2; padding-inline-start: 22px; }
table { border-collapse: collapse; width: 100%; font-size: 13px; margin: 10px 0; }
caption { text-align: start; font-weight: 700; padding-block: 6px 3px; }
th, td { text-align: start; vertical-align: top; padding: 4px 8px 4px 0; border-block-end: 1px solid #e6dac6; }
thead th { color: #6b5e52; font-weight: 400; } tbody th { font-weight: 700; }
figure { margin: 12px 0; break-inside: avoid; } figure svg { max-width: 100%; height: auto; display: block; }
figcaption { font-weight: 700; padding-block-end: 3px; }
.quiet { color: #6b5e52; font-size: 13px; } .wide { overflow-x: auto; }
@media print { body { max-width: none; padding: 0; } h2 { break-before: page; } nav { display: none; } tr { break-inside: avoid; } }
`;

function blockHtml(block: Block): string {
  switch (block.kind) {
    case 'text':
      return `<p${block.quiet ? ' class="quiet"' : ''}>${escape(block.text)}</p>`;
    case 'list':
      return `<ul>${block.items.map((i) => `<li>${escape(i)}</li>`).join('')}</ul>`;
    case 'table': {
      const head = block.head.map((h) => `<th scope="col">${escape(h)}</th>`).join('');
      const rows = block.rows
        .map(
          ([first, ...rest]) =>
            `<tr><th scope="row">${escape(first ?? '')}</th>${rest.map((c) => `<td>${escape(c)}</td>`).join('')}</tr>`,
        )
        .join('');
      return `<div class="wide"><table><caption>${escape(block.caption)}</caption><thead><tr>${head}</tr></thead><tbody>${rows}</tbody></table></div>`;
    }
    case 'figure':
      return `<figure><figcaption>${escape(block.title)}</figcaption>${block.svg.replace('<svg ', `<svg role="img" aria-label="${escape(block.told)}" `)}</figure>`;
  }
}

export function reportHtml(report: Report, letters: Letters | null): string {
  const face = (weight: number, data: string) =>
    `@font-face { font-family: Commissioner; font-weight: ${weight}; src: url(data:font/${letters!.format};base64,${data}) format('${letters!.format}'); }`;
  return [
    '<!doctype html>',
    `<html lang="${report.language}"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">`,
    // Nothing is fetched, whatever a name or a note says.
    `<meta http-equiv="Content-Security-Policy" content="default-src 'none'; style-src 'unsafe-inline'; font-src data:; img-src data:">`,
    `<title>${escape(report.title)}</title>`,
    `<style>${letters ? face(400, letters.plain) + face(700, letters.bold) : ''}${CSS}</style></head><body>`,
    `<header><h1>${escape(report.title)}</h1>${report.lines.map((l) => `<p>${escape(l)}</p>`).join('')}</header>`,
    `<nav aria-label="Parts"><ol>${report.parts.map((p) => `<li><a href="#${p.id}">${escape(p.title)}</a></li>`).join('')}</ol></nav>`,
    ...report.parts.map(
      (p) =>
        `<section id="${p.id}" aria-labelledby="t-${p.id}"><h2 id="t-${p.id}">${escape(p.title)}</h2>${p.blocks.map(blockHtml).join('')}</section>`,
    ),
    '</body></html>',
  ].join('\n');
}
