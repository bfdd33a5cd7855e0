/** A plain drawing in millimetres, y down the sheet, on named layers; as SVG and as DXF at 1:1. */
import { DxfWriter, LWPolylineFlags, point2d, point3d, Units } from '@tarikjabiri/dxf';

/** The room's outline has a layer to itself: it is what is read back as a plan. */
export const PLAN_LAYER = 'PLAN';

export type LayerName =
  | typeof PLAN_LAYER
  | 'WALLS'
  | 'CEILING'
  | 'BEAMS'
  | 'PLATFORMS'
  | 'OPENINGS'
  | 'PATCHES'
  | 'FURNITURE'
  | 'SEAT'
  | 'MARKS'
  | 'PIECES'
  | 'FIXINGS'
  | 'LINES'
  | 'DIMENSIONS'
  | 'NOTES';

export type Point = readonly [number, number];

export type DrawingItem =
  | { type: 'polyline'; layer: LayerName; points: readonly Point[]; closed: boolean }
  | { type: 'text'; layer: LayerName; at: Point; height: number; text: string };

export interface Drawing {
  title: string;
  items: DrawingItem[];
}

/** Colour number of each layer in a DXF, and its stroke in an SVG. */
const LAYERS: Record<LayerName, { index: number; stroke: string; width: number; dash: string }> = {
  PLAN: { index: 7, stroke: '#2a211a', width: 6, dash: '' },
  WALLS: { index: 7, stroke: '#2a211a', width: 6, dash: '' },
  CEILING: { index: 8, stroke: '#6a5c4f', width: 4, dash: '' },
  BEAMS: { index: 30, stroke: '#6a5c4f', width: 4, dash: '60 25 15 25' },
  PLATFORMS: { index: 40, stroke: '#c79a4b', width: 4, dash: '' },
  OPENINGS: { index: 5, stroke: '#52606b', width: 4, dash: '' },
  PATCHES: { index: 8, stroke: '#52606b', width: 3, dash: '40 20' },
  FURNITURE: { index: 9, stroke: '#6a5c4f', width: 3, dash: '' },
  SEAT: { index: 1, stroke: '#9c5a22', width: 4, dash: '' },
  MARKS: { index: 2, stroke: '#9c5a22', width: 4, dash: '' },
  PIECES: { index: 4, stroke: '#1e6a66', width: 3, dash: '' },
  FIXINGS: { index: 6, stroke: '#6d3b5e', width: 2, dash: '' },
  LINES: { index: 1, stroke: '#9c5a22', width: 2, dash: '100 20 20 20' },
  DIMENSIONS: { index: 3, stroke: '#9c5a22', width: 2, dash: '' },
  NOTES: { index: 7, stroke: '#2a211a', width: 2, dash: '' },
};

/** Room left around the drawing in an SVG, mm. */
const BORDER = 150;

function extentOf(items: readonly DrawingItem[]): { x: number; y: number; width: number; height: number } {
  const points = items.flatMap((i): readonly Point[] =>
    i.type === 'polyline' ? i.points : [i.at, [i.at[0] + i.text.length * i.height * 0.6, i.at[1] - i.height]],
  );
  const xs = points.map((p) => p[0]);
  const ys = points.map((p) => p[1]);
  const [x, y] = [Math.min(...xs) - BORDER, Math.min(...ys) - BORDER];
  return { x, y, width: Math.max(...xs) + BORDER - x, height: Math.max(...ys) + BORDER - y };
}

const escaped = (text: string) =>
  text.replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]!);
const mm = (v: number) => String(Math.round(v * 1000) / 1000);

/** The drawing as SVG, one user unit a millimetre, layers as groups named by `id`. */
export function drawingSvg(drawing: Drawing): string {
  const box = extentOf(drawing.items);
  const layers = [...new Set(drawing.items.map((i) => i.layer))];
  const item = (i: DrawingItem): string => {
    if (i.type === 'text') {
      return `<text x="${mm(i.at[0])}" y="${mm(i.at[1])}" font-size="${mm(i.height)}" fill="${LAYERS[i.layer].stroke}" stroke="none">${escaped(i.text)}</text>`;
    }
    const points = i.points.map((p) => `${mm(p[0])},${mm(p[1])}`).join(' ');
    return `<${i.closed ? 'polygon' : 'polyline'} points="${points}"/>`;
  };
  const groups = layers.map((layer) => {
    const { stroke, width, dash } = LAYERS[layer];
    const body = drawing.items.filter((i) => i.layer === layer).map(item);
    return `<g id="${layer}" fill="none" stroke="${stroke}" stroke-width="${width}"${dash ? ` stroke-dasharray="${dash}"` : ''}>\n${body.join('\n')}\n</g>`;
  });
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${mm(box.width)}mm" height="${mm(box.height)}mm" viewBox="${[box.x, box.y, box.width, box.height].map(mm).join(' ')}" font-family="sans-serif">`,
    `<title>${escaped(drawing.title)}</title>`,
    ...groups,
    '</svg>',
    '',
  ].join('\n');
}

/** The drawing as DXF in millimetres; DXF counts y up, so the sheet is turned over. */
export function drawingDxf(drawing: Drawing): string {
  const writer = new DxfWriter();
  writer.setUnits(Units.Millimeters);
  for (const layer of new Set(drawing.items.map((i) => i.layer))) writer.addLayer(layer, LAYERS[layer].index);
  for (const i of drawing.items) {
    const options = { layerName: i.layer };
    if (i.type === 'text') writer.addText(point3d(i.at[0], -i.at[1]), i.height, i.text, options);
    else {
      const flags = i.closed ? LWPolylineFlags.Closed : LWPolylineFlags.None;
      writer.addLWPolyline(
        i.points.map(([x, y]) => ({ point: point2d(x, -y) })),
        { ...options, flags },
      );
    }
  }
  return writer.stringify();
}
