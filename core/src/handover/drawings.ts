/** The drawing set: plan, reflected ceiling, every wall, two sections, and a sheet for each kind of piece, each to scale on a page of its own. */
import { formatLength, type LengthSystem, lengthText } from '../quantities/lengths';
import { type HangingBlock, hangingSvg } from '../report/hangingDrawing';
import { planSvg } from '../report/markingDrawing';
import { pictureSvg } from '../report/picture';
import { sheetPictures } from '../report/sheetPictures';
import type { Setting } from '../room/setting';
import type { BuildSheet } from '../studies/build/needs';
import { middleOf } from '../studies/hang/study';
import { blockTitle } from '../words/sheet';
import { REPORT_FONT } from './parts/common';
import { sectionSvg } from './section';

export interface DrawingSheet {
  title: string;
  /** One or more drawings, mm on paper. */
  drawings: { svg: string; width: number; height: number }[];
  /** 1 : scale; null: not to scale. */
  scale: number | null;
  told: string;
}

export interface DrawnSet {
  setting: Setting;
  blocks: readonly HangingBlock[];
  level: number;
  sheets: readonly BuildSheet[];
  recipeName: (id: string) => string;
  system: LengthSystem;
  /** What of a page a drawing may take, mm. */
  room: readonly [number, number];
}

/** Pixels of a picture on a millimetre of paper. */
const PER_MM = 0.27;

export function drawingSheets({ setting, blocks, level, sheets, recipeName, system, room }: DrawnSet): DrawingSheet[] {
  const figure = (m: number) => formatLength(m, system).value;
  const one = (title: string, told: string, d: { svg: string; width: number; height: number; scale: number }) => ({
    ...{ title, told, drawings: [{ svg: d.svg, width: d.width, height: d.height }], scale: d.scale },
  });
  const faces = setting.faces.filter((f) => f.kind === 'ceiling' || f.kind === 'wall');
  const faceSheet = (face: Setting['faces'][number]): DrawingSheet => {
    const block = blocks.find((b) => b.face.id === face.id) ?? {
      ...{ face, middle: middleOf(setting, face), pieces: [], holds: [], legs: [] },
    };
    const name = blockTitle({ id: face.id, name: face.name, kind: face.kind });
    const title = face.kind === 'ceiling' ? `Reflected ${name.toLowerCase()}` : name;
    const pieces = block.pieces.map((p) => p.name).join(', ');
    return one(
      title,
      `${title}, ${lengthText(face.length, system)} long${pieces === '' ? '' : `, with ${pieces}`}.`,
      hangingSvg(setting, block, level, room, REPORT_FONT, figure),
    );
  };
  return [
    one('Plan', 'Plan with loudspeakers and head.', planSvg(setting, room, REPORT_FONT)),
    ...faces.filter((f) => f.kind === 'ceiling').map(faceSheet),
    ...faces.filter((f) => f.kind === 'wall').map(faceSheet),
    one('Section along the axis', 'Front wall at the left.', sectionSvg(setting, 'length', room, REPORT_FONT)),
    one('Section across at the head', 'Left wall at the left.', sectionSvg(setting, 'width', room, REPORT_FONT)),
    ...sheets.map((sheet): DrawingSheet => {
      const name = recipeName(sheet.recipe.id);
      return {
        title: `Piece ${sheet.letter}: ${name}`,
        drawings: sheetPictures(sheet, system)
          .slice(0, 4)
          .map((p) => ({
            svg: pictureSvg(p, REPORT_FONT),
            width: p.width * PER_MM,
            height: p.height * PER_MM,
          })),
        scale: null,
        told: `${name}: taken apart, from the front, from behind and in section.`,
      };
    }),
  ];
}
