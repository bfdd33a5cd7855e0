<script setup lang="ts">
/** What to buy with its money, what other stock would save, and what it would cost ready made or in another depth. */
import { computed, ref } from 'vue';
import { volumeText } from '@tawny/core/quantities/measures';
import { lengthText } from '@tawny/core/quantities/lengths';
import { buildOrBuy, OTHER_DEPTHS } from '@tawny/core/studies/build/compare';
import { boughtEdit } from '@tawny/core/studies/build/record';
import { buyLine, materialName, wareName } from '@tawny/core/words/build/build';
import { counted } from '@tawny/core/words/counted';
import { massText } from '@tawny/core/words/fixings';
import NumberField from '../../fields/NumberField.vue';
import WorkingButton from '../../parts/WorkingButton.vue';
import { useBuild } from './useBuild';

const {
  doc,
  session,
  project,
  build,
  result,
  line,
  cuts,
  list,
  currency,
  money,
  nameOf,
  fixingLines,
  clerk,
  work,
  done,
} = useBuild();
const system = computed(() => session.system);
const lines = computed(() => [...list.value.items.map((i) => buyLine(i, system.value)), ...fixingLines.value]);
const unknown = computed(() => list.value.unknown + fixingLines.value.length);
const budget = computed(() => project.value.brief.budget?.amount ?? null);
const left = computed(() => (budget.value === null ? null : budget.value - list.value.paid - list.value.money));

/** Wares that are not ticked, with what they would save, the largest first. */
const others = computed(() =>
  (cuts.value?.others ?? [])
    .flatMap((o) => {
      const ware = project.value.buying.catalogue.find((w) => w.id === o.ware);
      const needs = result.value.needs.filter((n) => o.keys.includes(n.key));
      return ware && o.money !== null ? [{ ...o, ware, needs }] : [];
    })
    .sort((a, b) => (b.saves ?? 0) - (a.saves ?? 0)),
);
/** Ticks it, and no longer what it stands in for. */
function use({ ware, instead }: (typeof others.value)[number]): void {
  const wares = project.value.buying.catalogue.filter((w) => instead.includes(w.id));
  doc.run({ type: 'put-wares', wares: [...wares.map((w) => ({ ...w, used: false })), { ...ware, used: true }] });
}

const made = computed(() => buildOrBuy(project.value, result.value, work.value));
const setReady = (recipe: string, as: { price: number | null; bought: boolean }) =>
  doc.run({ type: 'set-ready-made', recipe, as: as.price === null && !as.bought ? null : as });

const paying = ref<number | null>(null);
function bought(): void {
  const uncut = result.value.sheets
    .flatMap((s) => s.units)
    .filter((u) => !done.value.cut.has(u) && !done.value.buy.has(u));
  const commands = boughtEdit(list.value, uncut, paying.value ?? 0, clerk());
  doc.run({ type: 'batch', as: 'tick-step', commands });
  paying.value = null;
  session.message = { text: 'In hand now; what is cut is taken from it.', tone: 'plain' };
}
const canBuy = computed(() => cuts.value !== null && list.value.items.some((i) => i.kind === 'ware'));
</script>

<template>
  <section data-buy-part>
    <dl class="sums">
      <div>
        <dt>To buy</dt>
        <dd data-buy-total>{{ money(list.money, 0) }} {{ currency }}</dd>
      </div>
      <div v-if="list.paid > 0">
        <dt>Paid</dt>
        <dd>{{ money(list.paid, 0) }} {{ currency }}</dd>
      </div>
      <div v-if="budget !== null">
        <dt>Budget</dt>
        <dd>{{ money(budget, 0) }} {{ currency }}</dd>
      </div>
      <div v-if="left !== null" :class="{ over: left < 0 }">
        <dt>{{ left < 0 ? 'Over it by' : 'Left of it' }}</dt>
        <dd data-budget-left>{{ money(Math.abs(left), 0) }} {{ currency }}</dd>
      </div>
      <div v-if="list.mass > 0">
        <dt>To carry home</dt>
        <dd>{{ massText(list.mass, system) }}</dd>
      </div>
      <div>
        <dt>Once built</dt>
        <dd>{{ massText(result.mass, system) }}, {{ volumeText(result.volume, system, 1) }}</dd>
      </div>
    </dl>
    <p class="soft">
      <template v-if="list.reckoned > 0"
        >{{ money(list.reckoned, 0) }} {{ currency }} of it reckoned from prices of materials; wares get their own price
        under Shop.
      </template>
      <template v-if="unknown > 0"
        >{{ counted(unknown, 'line has', 'lines have') }} no price and are not in the sum.</template
      >
    </p>
    <h2>To buy <WorkingButton v-if="build.working[0]" small :working="build.working[0]" /></h2>
    <p v-if="line.state.value.status === 'running'" class="soft" role="status">How it is cut is being worked out …</p>
    <p v-else-if="line.state.value.status === 'failed'" class="soft" role="alert">
      The cutting plan could not be worked out.
      <v-btn size="small" variant="text" color="primary" @click="line.again()">Again</v-btn>
    </p>
    <p v-if="lines.length === 0" class="soft">Nothing: everything is cut, in hand or bought ready made.</p>
    <table v-else class="list" aria-label="To buy">
      <thead>
        <tr>
          <th>Item</th>
          <th class="figure">amount</th>
          <th>unit</th>
          <th class="figure">{{ currency }}</th>
          <th>note</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(l, i) in lines" :key="`${l.item} ${i}`" :data-buy="l.item">
          <td>{{ l.item }}</td>
          <td class="figure strong">{{ l.amount }}</td>
          <td>{{ l.unit }}</td>
          <td class="figure">{{ l.money === null ? '' : `${l.reckoned ? '≈ ' : ''}${money(l.money)}` }}</td>
          <td class="soft">{{ l.note }}</td>
        </tr>
      </tbody>
      <tfoot>
        <tr>
          <th colspan="3">Together, where a price is known</th>
          <td class="figure strong">{{ money(list.money) }}</td>
          <td />
        </tr>
      </tfoot>
    </table>
    <div v-if="canBuy" class="bought">
      <v-btn
        v-if="paying === null"
        size="small"
        variant="outlined"
        color="primary"
        data-bought
        @click="paying = Math.round(list.money * 100) / 100"
        >It is bought</v-btn
      >
      <template v-else>
        <NumberField
          class="paid"
          label="Paid for it"
          kind="number"
          :unit="currency"
          :digits="2"
          :step="1"
          :min="0"
          :max="1e7"
          :model-value="paying"
          @update:model-value="paying = $event"
        />
        <v-btn size="small" variant="flat" color="primary" data-bought-do @click="bought">Into hand</v-btn>
        <v-btn size="small" variant="text" @click="paying = null">Not yet</v-btn>
      </template>
    </div>

    <template v-if="others.length > 0">
      <h2>Other stock</h2>
      <table class="list" aria-label="What other stock would cost">
        <thead>
          <tr>
            <th>Instead</th>
            <th>for</th>
            <th class="figure">{{ currency }}</th>
            <th class="figure">saves</th>
            <th />
          </tr>
        </thead>
        <tbody>
          <tr v-for="o in others" :key="o.ware.id" :data-other-stock="o.ware.id">
            <td>{{ wareName(o.ware, system) }}</td>
            <td class="soft">{{ o.needs.map((n) => materialName(n.of, system, n.stacked)).join('; ') }}</td>
            <td class="figure">{{ money(o.money) }}</td>
            <td class="figure strong">{{ o.saves === null ? '' : money(o.saves) }}</td>
            <td class="act">
              <v-btn size="x-small" variant="text" color="primary" @click="use(o)">Use it</v-btn>
            </td>
          </tr>
        </tbody>
      </table>
    </template>

    <h2>Build or buy</h2>
    <table class="list" aria-label="Build or buy each recipe">
      <thead>
        <tr>
          <th>Recipe</th>
          <th class="figure">pieces</th>
          <th class="figure">built, {{ currency }}</th>
          <th class="figure">hours</th>
          <th v-for="d in OTHER_DEPTHS" :key="d" class="figure">with {{ lengthText(d, system) }}</th>
          <th>one ready made</th>
          <th class="figure">all, {{ currency }}</th>
          <th>buy it</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in made" :key="r.recipe" :data-build-recipe="r.recipe">
          <td>{{ nameOf(r.recipe) }}</td>
          <td class="figure">{{ r.count }}</td>
          <td class="figure" data-build-cost>{{ money(r.built, 0) }}</td>
          <td class="figure">{{ r.hours > 0 ? r.hours.toFixed(1) : '' }}</td>
          <td v-for="(m, i) in r.inDepth" :key="i" class="figure">{{ money(m, 0) }}</td>
          <td class="ready">
            <NumberField
              label="Price of one ready made"
              class="bare"
              kind="number"
              optional
              :digits="2"
              :step="1"
              :min="0"
              :max="100000"
              :model-value="r.each"
              @update:model-value="setReady(r.recipe, { price: $event, bought: r.bought })"
              @clear="setReady(r.recipe, { price: null, bought: false })"
            />
          </td>
          <td class="figure">{{ money(r.ready, 0) }}</td>
          <td>
            <input
              type="checkbox"
              :aria-label="`Buy ${nameOf(r.recipe)} ready made`"
              :checked="r.bought"
              @change="setReady(r.recipe, { price: r.each, bought: ($event.target as HTMLInputElement).checked })"
            />
          </td>
        </tr>
      </tbody>
    </table>
    <p class="soft">
      Built: the materials of one piece times its pieces, before waste and whole packs. Thinner or deeper fill sounds
      different: Decay says what it does.
    </p>

    <template v-if="project.making.paid.length > 0">
      <h2>Paid so far</h2>
      <table class="list" aria-label="Paid so far">
        <tbody>
          <tr v-for="p in project.making.paid" :key="p.id">
            <td>{{ p.at.slice(0, 10) }}</td>
            <td>{{ p.what }}</td>
            <td class="figure">{{ money(p.amount) }}</td>
            <td class="act">
              <v-btn size="x-small" variant="text" @click="doc.run({ type: 'take-paid', id: p.id })">Strike</v-btn>
            </td>
          </tr>
        </tbody>
      </table>
    </template>
  </section>
</template>

<style scoped>
.sums {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 26px;
  margin: 0 0 4px;
}
.sums dt {
  color: var(--ink-soft);
  font-size: 12px;
}
.sums dd {
  font: 600 16px var(--figures);
  margin: 0;
  word-spacing: -0.3em;
}
.sums .over dd {
  color: var(--brick);
}
.strong {
  font-weight: 600;
}
.bought {
  align-items: center;
  display: flex;
  gap: 8px;
  margin-top: 8px;
}
.paid {
  border: 0;
  width: 240px;
}
.act {
  text-align: right;
  width: 1%;
}
.ready :deep(.label) {
  display: none;
}
.ready :deep(.row) {
  border: 0;
  min-height: 0;
  padding: 0;
}
tfoot th {
  position: static !important;
}
</style>
