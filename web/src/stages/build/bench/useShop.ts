/** The ware in hand of the catalogue, new ones, and tables read into it. */
import { ref } from 'vue';
import { createSharedComposable } from '@vueuse/core';
import type { Ware } from '@tawny/core/catalogue/wares';
import { counted } from '@tawny/core/words/counted';
import { useBuild } from '../useBuild';

export const useShop = createSharedComposable(() => {
  const { doc, session, clerk } = useBuild();
  const chosen = ref('');
  /** What a table could not say, a line each. */
  const problems = ref<string[]>([]);
  function add(): void {
    const id = `ware-${clerk().id()}`;
    const size = { make: '', density: null, length: 2.4, width: null, thickness: null };
    const ware: Ware = {
      ...{ id, name: 'Planed timber', sort: 'bar', ...size },
      ...{ pack: 1, price: null, delivery: null, mass: null, used: true },
    };
    if (doc.run({ type: 'put-wares', wares: [ware] })) chosen.value = id;
  }
  async function readFile(file: File): Promise<void> {
    const [{ readCatalogue, readCatalogueCsv }, { readWorkbook }] = await Promise.all([
      import('@tawny/core/formats/catalogueTable'),
      import('../../../files/workbook'),
    ]);
    try {
      const read = /\.xlsx$/i.test(file.name)
        ? readCatalogue(await readWorkbook(file))
        : readCatalogueCsv(await file.text());
      problems.value = read.problems;
      if (read.wares.length > 0) doc.run({ type: 'put-wares', wares: read.wares });
      const said = `${counted(read.wares.length, 'ware')} read from ${file.name}`;
      session.message = {
        text:
          read.problems.length > 0
            ? `${said}; ${counted(read.problems.length, 'row was', 'rows were')} not: see beside.`
            : `${said}.`,
        tone: read.problems.length > 0 ? 'wrong' : 'plain',
      };
    } catch {
      problems.value = [`${file.name} is no table this program can read.`];
      session.message = { text: problems.value[0]!, tone: 'wrong' };
    }
  }
  return { chosen, problems, add, readFile };
});
