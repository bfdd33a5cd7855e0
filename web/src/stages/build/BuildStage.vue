<script setup lang="ts">
/** Build: what to buy and cut for the panels decided on. */
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { coverOf, namedRecipes } from '@tawny/core/document/recipes';
import { buildAt } from '@tawny/core/questions/build';
import { fixed } from '@tawny/core/quantities/format';
import { lengthText } from '@tawny/core/quantities/lengths';
import { areaIn, volumeIn } from '@tawny/core/quantities/measures';
import { plainPanelOf } from '@tawny/core/recipes/kind';
import { barInputs } from '@tawny/core/studies/build/bars';
import { buyLines } from '@tawny/core/words/build';
import { fixingBuyLines } from '@tawny/core/words/fixings';
import { counted } from '@tawny/core/words/counted';
import { downloadCsv } from '../../charts/exports';
import { useHolds } from '../../desk/useHolds';
import { useIssues } from '../../desk/useIssues';
import FindingList from '../../parts/FindingList.vue';
import NumberField from '../../fields/NumberField.vue';
import StageFrame from '../../parts/StageFrame.vue';
import WorkingButton from '../../parts/WorkingButton.vue';
import { fileNameOf } from '../../files/projectFiles';
import { useDocument } from '../../stores/document';
import { useAnswers, useLines } from '../../answers/answers';
import { useSession } from '../../stores/session';
import BarPlan from './BarPlan.vue';
import PanelDrawing from './PanelDrawing.vue';

const doc = useDocument();
const answers = useAnswers();
const session = useSession();
const router = useRouter();
const issues = useIssues('build');
const holds = useHolds();
const project = computed(() => doc.project!);
const build = computed(() => buildAt(answers.glance!.project));
const buying = computed(() => project.value.buying);
const { bars: line } = useLines();
line.follow(() => barInputs(project.value, build.value.result));
/** How bars are cut; null while it is being worked out. */
const bars = computed(() => line.fitting.value ?? null);
const setLength = (i: number, length: number) =>
  set({ otherLengths: buying.value.otherLengths.map((l, k) => (k === i ? length : l)) });
const set = (change: Partial<typeof buying.value>) => doc.run({ type: 'set-buying', buying: change });
const currency = computed(() => project.value.brief.budget?.currency ?? '€');
const length = (m: number) => lengthText(m, session.system);

const lines = computed(() =>
  build.value.result.panels === 0
    ? []
    : [
        ...buyLines(build.value.result, buying.value, bars.value, session.system),
        ...fixingBuyLines(holds.value, project.value.treatment.fixings.link, session.system),
      ],
);
const size = (r: { width: number; height: number; depth: number }) =>
  [r.width, r.height, ...(r.depth > 0 ? [r.depth] : [])].map(length).join(' × ');
const system = computed(() => session.system);
const names = computed(() => new Map(namedRecipes(doc.project!, system.value).map((r) => [r.id, r.name])));
const nameOf = (r: { recipe: string; name: string }) => names.value.get(r.recipe) ?? r.name;
const volume = (m3: number) => (m3 > 0 ? fixed(volumeIn(m3, system.value).value, 2) : '');
const area = (m2: number) => (m2 > 0 ? fixed(areaIn(m2, system.value).value, 1) : '');
/** Drawn: what covers first reflections, where it is one fill in a frame. */
const drawn = computed(() => {
  const cover = coverOf(project.value);
  const panel = plainPanelOf(cover);
  return panel && { id: cover.id, name: cover.name, panel };
});
const cuts = computed(() => build.value.result.shopping?.pieces.filter((p) => p.count > 0) ?? []);
function takeCsv(): void {
  const rows = [
    ...build.value.result.recipes.map((r) => ({
      part: nameOf(r),
      amount: String(r.count),
      unit: 'pieces',
      'length, m': null as number | null,
      note: `${size(r)}; ${fixed(r.mass, 0)} kg, ${fixed(r.cost, 0)} ${currency.value}`,
    })),
    ...lines.value.map((l) => ({
      part: l.item,
      amount: l.amount,
      unit: l.unit,
      'length, m': null as number | null,
      note: l.note,
    })),
    ...cuts.value.map((c) => ({
      part: `cut: ${c.name}`,
      amount: String(c.count),
      unit: 'pieces',
      'length, m': Number(c.length.toFixed(4)),
      note: `from timber ${length(c.depth)} deep`,
    })),
  ];
  void downloadCsv(`${fileNameOf(project.value.name)}-shopping`, rows);
}
</script>

<template>
  <StageFrame title="Build" :subtitle="counted(build.result.panels, 'piece')" bench-label="How it is bought">
    <template #actions>
      <v-btn v-if="lines.length > 0" size="small" color="primary" variant="flat" data-shopping-csv @click="takeCsv"
        >Shopping list, CSV</v-btn
      >
    </template>
    <div class="page">
      <FindingList v-if="issues.length > 0" :issues="issues" empty="" />
      <v-btn v-if="build.result.panels === 0" color="primary" variant="flat" size="small" @click="router.push('/decay')"
        >Choose panels in Decay</v-btn
      >
      <template v-if="build.result.recipes.length > 0">
        <h2>What is decided</h2>
        <table class="list" aria-label="Pieces decided on">
          <thead>
            <tr>
              <th>Piece</th>
              <th class="figure">each</th>
              <th class="figure">pieces</th>
              <th class="figure">fill {{ volumeIn(0, system).unit }}</th>
              <th class="figure">cloth {{ areaIn(0, system).unit }}</th>
              <th class="figure">board {{ areaIn(0, system).unit }}</th>
              <th class="figure">kg</th>
              <th class="figure">{{ currency }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="r in build.result.recipes" :key="`${r.recipe} ${size(r)}`" :data-build-recipe="r.recipe">
              <td>{{ nameOf(r) }}</td>
              <td class="figure">{{ size(r) }}</td>
              <td class="figure strong">{{ r.count }}</td>
              <td class="figure">{{ volume(r.fill) }}</td>
              <td class="figure">{{ area(r.cloth) }}</td>
              <td class="figure">{{ area(r.board) }}</td>
              <td class="figure">{{ fixed(r.mass, 0) }}</td>
              <td class="figure">{{ fixed(r.cost, 0) }}</td>
            </tr>
          </tbody>
          <tfoot>
            <tr>
              <th colspan="6">Together, before waste and whole packs</th>
              <td class="figure strong">{{ fixed(build.result.mass, 0) }}</td>
              <td class="figure strong" data-build-cost>{{ fixed(build.result.cost, 0) }}</td>
            </tr>
          </tfoot>
        </table>
        <p v-if="build.result.recipes.some((r) => !r.listed)" class="soft">
          Framed fill is in the lists below; boxes, boards and diffusers are cut by their recipe.
        </p>
      </template>
      <template v-if="lines.length > 0">
        <h2>To buy <WorkingButton v-if="build.working[0]" small :working="build.working[0]" /></h2>
        <table class="list">
          <thead>
            <tr>
              <th>Item</th>
              <th class="figure">amount</th>
              <th>unit</th>
              <th>what it holds</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="l in lines" :key="l.item" :data-buy="l.item">
              <td>{{ l.item }}</td>
              <td class="figure strong">{{ l.amount }}</td>
              <td>{{ l.unit }}</td>
              <td class="soft">{{ l.note }}</td>
            </tr>
          </tbody>
        </table>
        <h2 v-if="cuts.length > 0">To cut</h2>
        <table v-if="cuts.length > 0" class="list cuts">
          <thead>
            <tr>
              <th>Piece</th>
              <th class="figure">timber deep</th>
              <th class="figure">length</th>
              <th class="figure">pieces</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="c in cuts" :key="`${c.name} ${c.depth} ${c.length}`">
              <td>{{ c.name }}</td>
              <td class="figure">{{ length(c.depth) }}</td>
              <td class="figure">{{ length(c.length) }}</td>
              <td class="figure strong">{{ c.count }}</td>
            </tr>
          </tbody>
        </table>
        <template v-if="cuts.length > 0">
          <h2>Cutting plan</h2>
          <p v-if="line.state.value.status === 'running'" class="soft" role="status">Bars are being shared out …</p>
          <p v-else-if="line.state.value.status === 'failed'" class="soft" role="alert">
            The cutting plan could not be worked out.
            <v-btn size="small" variant="text" color="primary" @click="line.again()">Again</v-btn>
          </p>
          <BarPlan
            v-for="t in bars ?? []"
            :key="`${t.thickness} ${t.depth}`"
            :timber="t"
            :kerf="buying.kerf"
            :currency="currency"
          />
        </template>
        <template v-if="drawn">
          <h2>One {{ nameOf({ recipe: drawn.id, name: drawn.name }) }}</h2>
          <PanelDrawing :panel="drawn.panel" :frame="buying.frameThickness" :system="session.system" />
        </template>
        <p class="soft caution">
          Gloves, mask and goggles with any fibre, and wrap the fill. Hang into structure with fixings rated for the
          weight; overhead panels want a safety line. In doubt ask a qualified builder.
        </p>
      </template>
    </div>
    <template #bench>
      <h2>Timber</h2>
      <NumberField
        label="Frame thickness"
        :model-value="buying.frameThickness"
        :min="0.006"
        :max="0.06"
        :step="0.001"
        @update:model-value="set({ frameThickness: $event })"
      />
      <NumberField
        label="Length as sold"
        :model-value="buying.stockLength"
        :min="0.5"
        :max="8"
        :step="0.1"
        @update:model-value="set({ stockLength: $event })"
      />
      <div v-for="(l, i) in buying.otherLengths" :key="i" class="other">
        <NumberField
          :label="`Another length, ${i + 1}`"
          :model-value="l"
          :min="0.5"
          :max="8"
          :step="0.1"
          @update:model-value="setLength(i, $event)"
        />
        <v-btn
          size="small"
          variant="text"
          :aria-label="`Without ${length(l)}`"
          @click="set({ otherLengths: buying.otherLengths.filter((_, k) => k !== i) })"
          >Remove</v-btn
        >
      </div>
      <v-btn
        v-if="buying.otherLengths.length < 10"
        size="small"
        variant="text"
        color="primary"
        data-other-length
        @click="set({ otherLengths: [...buying.otherLengths, 3] })"
        >Another length the shop has</v-btn
      >
      <NumberField
        label="Saw cut"
        :model-value="buying.kerf"
        :min="0"
        :max="0.01"
        :step="0.001"
        @update:model-value="set({ kerf: $event })"
      />
      <h2>Fill</h2>
      <NumberField
        label="Area in one pack"
        kind="number"
        :unit="areaIn(1, session.system).unit"
        :scale="areaIn(1, session.system).value"
        :digits="2"
        :step="0.1"
        :model-value="buying.packArea"
        :min="0.1"
        :max="50"
        @update:model-value="set({ packArea: $event })"
      />
      <h2>Cloth</h2>
      <NumberField
        label="Roll width"
        :model-value="buying.clothWidth"
        :min="0.3"
        :max="5"
        :step="0.05"
        @update:model-value="set({ clothWidth: $event })"
      />
      <NumberField
        label="Turned onto the back"
        :model-value="buying.clothTurn"
        :min="0"
        :max="0.3"
        @update:model-value="set({ clothTurn: $event })"
      />
      <h2>Allowance</h2>
      <NumberField
        label="Waste on fill and cloth"
        kind="number"
        unit="%"
        :scale="100"
        :step="0.01"
        :model-value="buying.waste"
        :min="0"
        :max="1"
        @update:model-value="set({ waste: $event })"
      />
    </template>
  </StageFrame>
</template>

<style scoped>
.page {
  overflow-y: auto;
  padding: 4px 16px 20px;
  max-width: 760px;
}
.strong {
  font-weight: 600;
}
.cuts {
  max-width: 420px;
}
.cuts td:first-child::first-letter {
  text-transform: uppercase;
}
.caution {
  font-size: 12px;
  margin-top: 12px;
}
</style>
