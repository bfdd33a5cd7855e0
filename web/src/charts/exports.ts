/** A chart or its data as a file: SVG with its looks written in, PNG drawn from it, CSV of the numbers. */

import { download } from './download';

const LOOKS = [
  'fill',
  'fill-opacity',
  'stroke',
  'stroke-width',
  'stroke-dasharray',
  'stroke-opacity',
  'font-family',
  'font-size',
  'font-weight',
  'text-anchor',
  'opacity',
] as const;

/** The drawing as stand-alone SVG text. */
export function svgText(svg: SVGSVGElement, background: string): string {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  const originals = [svg, ...svg.querySelectorAll<SVGElement>('*')];
  [copy, ...copy.querySelectorAll<SVGElement>('*')].forEach((element, i) => {
    const style = getComputedStyle(originals[i]!);
    for (const look of LOOKS) element.setAttribute(look, style.getPropertyValue(look));
    element.removeAttribute('class');
  });
  const { width, height } = svg.getBoundingClientRect();
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  copy.setAttribute('width', String(width));
  copy.setAttribute('height', String(height));
  copy.setAttribute('viewBox', `0 0 ${width} ${height}`);
  copy.setAttribute('style', `background:${background}`);
  return new XMLSerializer().serializeToString(copy);
}

/** The drawing as PNG at twice its size. */
export async function pngBlob(svg: SVGSVGElement, background: string): Promise<Blob> {
  const url = URL.createObjectURL(new Blob([svgText(svg, background)], { type: 'image/svg+xml' }));
  try {
    const image = new Image();
    image.src = url;
    await image.decode();
    const canvas = document.createElement('canvas');
    canvas.width = image.width * 2;
    canvas.height = image.height * 2;
    const context = canvas.getContext('2d')!;
    context.fillStyle = background;
    context.fillRect(0, 0, canvas.width, canvas.height);
    context.drawImage(image, 0, 0, canvas.width, canvas.height);
    return await new Promise((resolve, reject) =>
      canvas.toBlob((b) => (b ? resolve(b) : reject(new Error('the picture could not be made'))), 'image/png'),
    );
  } finally {
    URL.revokeObjectURL(url);
  }
}

export type Table = Record<string, string | number | null>[];

/**
 * Texts a spreadsheet would take for a formula get a mark before them; negative figures stay figures, also where they are texts, with
 * the typographer's minus too.
 */
const FORMULA = /^(?![-+−]?\d+(?:[.,]\d+)?$)\s*[=+\-−@\t\r]/;

/** The library comes with the first table taken. */
export async function csvText(table: Table): Promise<string> {
  const { default: Papa } = await import('papaparse');
  return `${Papa.unparse(table, { escapeFormulae: FORMULA })}\r\n`;
}

export const downloadCsv = async (name: string, table: Table): Promise<void> =>
  download(`${name}.csv`, await csvText(table), 'text/csv');
