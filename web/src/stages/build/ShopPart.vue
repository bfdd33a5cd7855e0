<script setup lang="ts">
/** What the shop has: a catalogue of one's own; what is ticked is bought where it fits. */
import { computed, ref } from 'vue';
import type { Ware } from '@tawny/core/catalogue/wares';
import { wareName } from '@tawny/core/words/build/build';
import { massText } from '@tawny/core/words/fixings';
import { download } from '../../charts/download';
import { fileNameOf } from '../../files/projectFiles';
import { useShop } from './bench/useShop';
import { useBuild } from './useBuild';

const { doc, session, project, buying, currency, money } = useBuild();
const { chosen, add, readFile } = useShop();
const groups = computed(() => {
  const words = {
    bar: 'Timber',
    board: 'Boards',
    slab: 'Fill',
    roll: 'Cloth, fleece, film',
    pipe: 'Pipe',
    small: 'Small things',
  };
  return (Object.keys(words) as (keyof typeof words)[])
    .map((sort) => ({ sort, name: words[sort], wares: buying.value.catalogue.filter((w) => w.sort === sort) }))
    .filter((g) => g.wares.length > 0);
});
const tick = (w: Ware, used: boolean) => doc.run({ type: 'put-wares', wares: [{ ...w, used }] });
const input = ref<HTMLInputElement>();
async function takeCsv(): Promise<void> {
  const { catalogueCsv } = await import('@tawny/core/formats/catalogueTable');
  download(`${fileNameOf(project.value.name)}-catalogue.csv`, catalogueCsv(buying.value.catalogue), 'text/csv');
}
async function takeSheet(): Promise<void> {
  const [{ catalogueRows }, { workbook }] = await Promise.all([
    import('@tawny/core/formats/catalogueTable'),
    import('../../files/workbook'),
  ]);
  const [head, ...rows] = catalogueRows(buying.value.catalogue);
  const blob = await workbook([{ name: 'Catalogue', head: head!.map(String), rows }]);
  download(`${fileNameOf(project.value.name)}-catalogue.xlsx`, blob);
}
function read(event: Event): void {
  const field = event.target as HTMLInputElement;
  const file = field.files?.[0];
  field.value = '';
  if (file) void readFile(file);
}
</script>

<template>
  <section data-shop-part>
    <p class="soft">
      What is ticked is bought where it fits; wares of the very size come before those of any. A ware without a price is
      reckoned from the prices of materials in Decay › Plan.
    </p>
    <div class="actions">
      <v-btn size="small" variant="outlined" color="primary" data-add-ware @click="add">Another ware</v-btn>
      <v-btn size="small" variant="text" color="primary" @click="input?.click()">Read a table</v-btn>
      <v-btn size="small" variant="text" color="primary" @click="takeCsv">Catalogue, CSV</v-btn>
      <v-btn size="small" variant="text" color="primary" @click="takeSheet">Spreadsheet</v-btn>
      <input ref="input" hidden type="file" accept=".csv,.xlsx,.txt" data-catalogue-file @change="read" />
    </div>
    <table class="list" aria-label="Catalogue">
      <thead>
        <tr>
          <th>use</th>
          <th>ware</th>
          <th class="figure">in a pack</th>
          <th class="figure">{{ currency }}</th>
          <th class="figure">delivery</th>
          <th class="figure">weight</th>
        </tr>
      </thead>
      <tbody v-for="g in groups" :key="g.sort">
        <tr>
          <th colspan="6" class="group">{{ g.name }}</th>
        </tr>
        <tr
          v-for="w in g.wares"
          :key="w.id"
          class="pick"
          :class="{ hovered: w.id === chosen }"
          :data-ware="w.id"
          @click="chosen = w.id"
        >
          <td>
            <input
              type="checkbox"
              :aria-label="`Buy ${wareName(w, session.system)}`"
              :checked="w.used"
              @click.stop
              @change="tick(w, ($event.target as HTMLInputElement).checked)"
            />
          </td>
          <td>
            <button :aria-pressed="w.id === chosen">{{ wareName(w, session.system) }}</button>
          </td>
          <td class="figure">{{ w.sort === 'roll' ? 'by length' : w.pack === 1 ? '' : w.pack }}</td>
          <td class="figure">{{ money(w.price) }}</td>
          <td class="figure">{{ money(w.delivery) }}</td>
          <td class="figure">{{ w.mass === null ? '' : massText(w.mass, session.system) }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin: 4px 0 8px;
}
.group {
  font-weight: 700 !important;
  color: var(--ink) !important;
  padding-top: 10px !important;
  position: static !important;
}
td button {
  text-align: left;
}
</style>
