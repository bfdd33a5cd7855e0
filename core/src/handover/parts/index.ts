/** The parts of the report, each out of what its study says. A part with nothing to say says that. */
import type { Block, HandedOver, ReportPartId } from '../types';
import { logPart, measuredPart, openPart, REPORT_CAUTIONS } from './record';
import { roomPart, verdictPart } from './room';
import { bassPart, decayPart, marksPart, seatPart } from './sound';
import { elevationsPart, planPart, shoppingPart } from './work';

const MAKERS: Record<ReportPartId, (of: HandedOver) => Block[]> = {
  verdict: verdictPart,
  room: roomPart,
  seat: seatPart,
  marks: marksPart,
  bass: bassPart,
  decay: decayPart,
  plan: planPart,
  elevations: elevationsPart,
  shopping: shoppingPart,
  measured: measuredPart,
  log: logPart,
  open: openPart,
  cautions: () => [{ kind: 'list', items: REPORT_CAUTIONS }],
};

export const blocksOf = (id: ReportPartId, of: HandedOver): Block[] => MAKERS[id](of);
