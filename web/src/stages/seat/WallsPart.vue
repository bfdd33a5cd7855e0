<script setup lang="ts">
/** What walls do: the near faces of each loudspeaker, the schools of distance to the front wall, and which wall to face. */
import type { SingleCommand } from '@tawny/core/document/commands/commands';
import { computed } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import { lengthText } from '@tawny/core/quantities/lengths';
import type { SchoolReport } from '@tawny/core/room/boundaries';
import { WALL_SCHOOL_WORDS } from '@tawny/core/words/schools';
import {
  costOfFacing,
  LEAST_WALL,
  ORIENT_WEIGHTS,
  type OrientPart,
  type WallRank,
} from '@tawny/core/studies/seat/orient';
import { surfaceWords } from '@tawny/core/words/tapes';
import ChartFrame from '../../charts/ChartFrame.vue';
import NotchPlot from '../../charts/NotchPlot.vue';
import TapeTag from '../../parts/TapeTag.vue';
import WorkingButton from '../../parts/WorkingButton.vue';
import { useLines } from '../../answers/answers';
import { useSeat } from './useSeat';
import ProgressBar from '../../parts/ProgressBar.vue';

const { doc, session, project, setting, seat, working, speakers } = useSeat();
const length = (m: number) => lengthText(m, session.system);
const chosen = computed(
  () =>
    (session.selection?.kind === 'loudspeaker'
      ? speakers.value.find((s) => s.id === session.selection!.id)
      : undefined) ?? speakers.value[0],
);
const plotted = computed(() => {
  const full = speakers.value.filter((s) => s.role === 'main');
  const list = chosen.value && !full.some((s) => s.id === chosen.value!.id) ? [chosen.value] : full;
  return list.map((s) => ({ id: s.id, letter: s.letter, curve: s.report.curve, notch: s.report.notch }));
});
const table = computed(() =>
  (plotted.value[0]?.curve ?? []).map((p, i) => ({
    'frequency Hz': Number(p.f.toFixed(2)),
    ...Object.fromEntries(plotted.value.map((s) => [`${s.letter} dB`, Number((s.curve[i]?.levelDb ?? 0).toFixed(2))])),
  })),
);

const schools = computed(() => seat.value.result.schools);
const bestSchool = computed(() =>
  schools.value.slice(1).reduce<SchoolReport | null>((b, s) => (!b || s.notch.levelDb > b.notch.levelDb ? s : b), null),
);
function trySchool(s: SchoolReport): void {
  const [a, b] = s.at.map((p) => setting.value.frame.toSurvey([p.at[0], p.at[1]]));
  const { head } = project.value.listening;
  const mount = s.school === 'flush' ? 'flush' : 'free';
  const place: SingleCommand = { type: 'place-seat', head: [head.x, head.y], left: [...a!], right: [...b!] };
  const mounts = s.at.map(({ id }): SingleCommand => ({
    type: 'set-loudspeaker',
    id,
    values: { mount },
    mirror: false,
  }));
  doc.run({ type: 'batch', as: 'place-seat', commands: [place, ...mounts] });
}

const { orient } = useLines();
const { state, fitting } = orient;
const rank = () => orient.ask(null);
const ranks = computed(() => fitting.value?.ranks ?? []);
const facing = computed(() => project.value.listening.facing);
const costOfChoice = computed(() => {
  const cost = costOfFacing(ranks.value, facing.value);
  if (!cost) return '';
  const reasons = cost.reasons.map((part) => PART[part]).join(', ');
  return `Facing ${cost.now.name} instead of ${cost.best.name} costs ${reasons || 'little'}.`;
});
const capital = (t: string) => t.charAt(0).toUpperCase() + t.slice(1);
const WHY_LEFT: Record<'too-short' | 'no-room' | 'same-side', (least: string) => string> = {
  'too-short': (least) => `under ${least}`,
  'no-room': () => 'no place for the triangle',
  'same-side': () => 'part of a side listed already',
};
const PART: Record<OrientPart, string> = {
  symmetry: 'symmetry',
  nulls: 'length nulls at the seat',
  rear: 'distance to the rear wall',
  notch: 'a deeper boundary notch',
  openings: 'reflections on doors and windows',
};
function reason({ figures: f }: WallRank): string {
  const list = [
    f.widthDifference < 0.02
      ? 'left and right alike'
      : `sides differ by ${length(f.widthDifference)} over ${fixed(f.unevenPart * 100, 0)} % of the length`,
    f.oddOpenings > 0 ? `${f.oddOpenings} openings without a twin` : '',
    f.nulls === null
      ? 'no box: nulls unknown'
      : f.nulls === 0
        ? 'no length null at the seat'
        : `${f.nulls} length nulls`,
    f.rear === null ? '' : `rear wall ${length(f.rear)} away`,
    f.notchDb === null ? '' : `deepest ${fixed(f.notchDb, 1)} dB at ${fixed(f.notchHz!, 0)} Hz`,
    f.onOpenings.length > 0 ? `reflections on ${f.onOpenings.join(', ')}` : '',
  ];
  return list.filter((t) => t !== '').join('; ');
}
</script>

<template>
  <h2>Boundaries at the ears</h2>
  <ChartFrame
    title=""
    subtitle="every near face together, re free field"
    file="boundary-interference"
    :table="table"
    :min-height="170"
  >
    <template #default="{ width, height }">
      <NotchPlot :width="width" :height="height" :curves="plotted" />
    </template>
  </ChartFrame>
  <template v-if="chosen">
    <p>
      <TapeTag :letter="chosen.letter" /> Deepest 40–300 Hz
      <template v-if="chosen.report.notch"
        ><strong>{{ fixed(chosen.report.notch.levelDb, 1) }} dB</strong> at
        {{ fixed(chosen.report.notch.f, 0) }} Hz</template
      >; far below it {{ fixed(chosen.report.gainDb ?? 0, 1) }} dB of gain.
      <template v-if="chosen.lowShelf"
        >Its shelf takes {{ fixed(-chosen.lowShelf.gainDb, 1) }} dB back below
        {{ fixed(chosen.lowShelf.hz, 0) }} Hz.</template
      >
      <WorkingButton small :working="working(`notch-${chosen.id}`)" />
    </p>
    <table class="list" aria-label="Near faces">
      <thead>
        <tr>
          <th>Face</th>
          <th class="figure">away</th>
          <th class="figure">cancels Hz</th>
          <th class="figure" title="c over four times the distance">rule Hz</th>
          <th class="figure">alone dB</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="b in chosen.report.boundaries" :key="b.face" :data-boundary="b.face">
          <td>{{ surfaceWords(b.name) }}</td>
          <td class="figure">{{ length(b.distance) }}</td>
          <td class="figure">{{ b.exactNullHz === null ? '–' : fixed(b.exactNullHz, 0) }}</td>
          <td class="figure">{{ b.quarterWaveHz === null ? '–' : fixed(b.quarterWaveHz, 0) }}</td>
          <td class="figure">{{ fixed(b.depthDb, 1) }}</td>
        </tr>
      </tbody>
    </table>
  </template>

  <template v-if="schools.length > 0">
    <h2>How far from the front wall</h2>
    <p class="soft">
      Practice disagrees: close, well out, or set in. The head stays; the worse of the two loudspeakers.
    </p>
    <table class="list" aria-label="Schools of distance">
      <thead>
        <tr>
          <th>School</th>
          <th class="figure">front at</th>
          <th class="figure">deepest dB</th>
          <th class="figure">Hz</th>
          <th class="figure">gain dB</th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="s in schools" :key="s.school" :data-school="s.school" :class="{ selected: s === bestSchool }">
          <td>
            {{ WALL_SCHOOL_WORDS[s.school] }}<small v-if="!s.farEnough" class="bad near">too near the ears</small>
          </td>
          <td class="figure">{{ length(s.fromFront) }}</td>
          <td class="figure">{{ fixed(s.notch.levelDb, 1) }}</td>
          <td class="figure">{{ fixed(s.notch.f, 0) }}</td>
          <td class="figure">{{ fixed(s.gainDb, 1) }}</td>
          <td>
            <v-btn v-if="s.school !== 'as-it-stands'" size="x-small" variant="outlined" @click="trySchool(s)"
              >Try</v-btn
            >
          </td>
        </tr>
      </tbody>
    </table>
    <p class="soft">
      Close brings the notch up to where an absorber works and bass up with it: use the loudspeaker’s low shelf.
      Building into a wall is work for a trade.
    </p>
  </template>

  <h2>Which wall to face</h2>
  <div class="actions-row">
    <v-btn v-if="state.status !== 'running'" size="small" variant="outlined" data-rank @click="rank"
      >Rank the walls</v-btn
    >
    <template v-else>
      <ProgressBar :part="state.part" label="Ranking" />
      <v-btn size="small" variant="text" @click="orient.cancel()">Stop</v-btn>
    </template>
  </div>
  <p v-if="state.status === 'failed'" class="bad">{{ state.message }}</p>
  <div v-for="(r, i) in ranks" :key="r.wall" class="rank" :class="{ here: r.wall === facing }" :data-rank-wall="r.wall">
    <p>
      <strong>{{ i + 1 }}. {{ capital(r.name) }}</strong>
      <span class="soft">cost {{ fixed(r.cost * 100, 0) }} of 100</span>
      <span v-if="r.wall === facing" class="soft">, faced now</span>
    </p>
    <p class="soft small">{{ reason(r) }}.</p>
    <v-btn
      v-if="r.wall !== facing"
      size="x-small"
      variant="outlined"
      @click="doc.run({ type: 'face-wall', wall: r.wall })"
      >Face it</v-btn
    >
  </div>
  <p v-if="costOfChoice" data-choice-cost>{{ costOfChoice }}</p>
  <p v-if="fitting && fitting.left.length > 0" class="soft small">
    Not tried:
    {{ fitting.left.map((l) => `${l.name} (${WHY_LEFT[l.why](length(LEAST_WALL))})`).join(', ') }}.
  </p>
  <p v-if="ranks.length > 0" class="soft small">
    Weights: symmetry {{ ORIENT_WEIGHTS.symmetry }}, nulls {{ ORIENT_WEIGHTS.nulls }}, notch {{ ORIENT_WEIGHTS.notch }},
    rear wall {{ ORIENT_WEIGHTS.rear }}, openings {{ ORIENT_WEIGHTS.openings }}. Each wall with the seat by the 38 %
    rule.
  </p>
</template>

<style scoped>
.near {
  display: block;
}
.rank {
  border-top: 1px solid var(--rule);
  padding: 4px 0 6px;
}
.rank.here {
  background: var(--tawny-pale);
  margin: 0 -6px;
  padding: 4px 6px 6px;
}
.rank p {
  margin: 0 0 2px;
}
.small {
  font-size: 12px;
}
table.list td,
table.list th {
  padding-right: 5px;
}
</style>
