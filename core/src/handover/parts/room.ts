/** What was asked, and the room. */
import { fixed } from '../../quantities/format';
import { lengthText } from '../../quantities/lengths';
import { areaText, volumeText } from '../../quantities/measures';
import { planSvg } from '../../report/markingDrawing';
import { counted } from '../../words/counted';
import { USE_NAMES } from '../../words/signoff/uses';
import {
  askedText,
  foundText,
  howText,
  OUTCOME_WORDS,
  standingSentence,
  unknownSentence,
  wishTitle,
} from '../../words/signoff/signoff';
import type { Block, HandedOver } from '../types';
import { PLAN_MM, REPORT_FONT, table, text } from './common';

export function verdictPart({ wishes, system, day }: HandedOver): Block[] {
  if (wishes.length === 0) return [text('The brief asks for nothing yet.')];
  return [
    text(standingSentence(wishes)),
    table(
      'What was asked, and what was found',
      ['wish', 'asked', 'found', 'verdict'],
      wishes.map((w) => [
        wishTitle(w),
        askedText(w, system).replaceAll('\n', ' '),
        w.found.length > 0
          ? w.found.map((f) => `${howText(f, day)} ${foundText(w, f, system, day)}`).join('; ')
          : unknownSentence(w),
        OUTCOME_WORDS[w.outcome],
      ]),
    ),
  ];
}

export function roomPart({ project, glance: { setting }, system, wide }: HandedOver): Block[] {
  const { brief, room } = project;
  const { solid } = setting;
  const metre = (m: number) => lengthText(m, system);
  const plan = planSvg(setting, [wide, PLAN_MM], REPORT_FONT);
  const asked: [string, string][] = [
    ['for', brief.uses.map((u) => USE_NAMES[u]).join(', ')],
    ['people', String(brief.people)],
    ['instruments', brief.instruments],
    ['budget', brief.budget ? `${fixed(brief.budget.amount, 0)} ${brief.budget.currency}` : ''],
    ['must stay', brief.mustStay],
    ['look', brief.look],
  ];
  const name = (id: string) => (project.room.corners.some((c) => c.wall === id) ? `wall ${id}` : id);
  const surfaces = Object.keys(room.surfaces).map((id) => {
    const face = setting.faces.find((f) => f.surface === id);
    return [
      name(id),
      face ? face.material.name : room.surfaces[id]!.material,
      face ? areaText(face.area, system) : '–',
    ];
  });
  return [
    text(
      `${volumeText(solid.volume, system)} of air over ${areaText(solid.floorArea, system)} of floor; sound travels at ${fixed(setting.c, 1)} m/s at ${fixed(project.climate.temperatureC, 0)} °C.`,
    ),
    {
      ...{ kind: 'figure', title: `Plan, 1 : ${plan.scale}`, svg: plan.svg, width: plan.width, height: plan.height },
      told: `Plan of the room with ${counted(setting.loudspeakers.length, 'loudspeaker')}, the ears and ${counted(setting.objects.length, 'thing')}.`,
    },
    table(
      'The brief',
      ['asked', 'said'],
      asked.filter(([, said]) => said.trim() !== ''),
    ),
    table('What it is made of', ['surface', 'material', 'area'], surfaces),
    ...(room.openings.length > 0
      ? [
          table(
            'Doors, windows and what else is on the walls',
            ['name', 'wall', 'from the left end', 'up', 'wide', 'high'],
            room.openings.map((o) => [o.name, o.wall, ...[o.u, o.v, o.width, o.height].map(metre)]),
          ),
        ]
      : [text('No doors or windows were told of.')]),
  ];
}
