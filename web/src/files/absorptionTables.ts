/** Taking a laboratory's table of coefficients from a file of one's own. */
import type { TableEntry } from '@tawny/core/formats/absorptionTable';
import { useSession } from '../stores/session';

/** What a file chosen in a field holds; null where none was chosen, or it was refused, which is then said. */
export async function chosenTable(event: Event): Promise<{ file: string; entries: TableEntry[] } | null> {
  const input = event.target as HTMLInputElement;
  const table = input.files?.[0];
  input.value = '';
  if (!table) return null;
  const { readAbsorptionTable } = await import('@tawny/core/formats/absorptionTable');
  const read = readAbsorptionTable(await table.text(), table.name.replace(/\.\w+$/, ''));
  if (read.ok) return { file: table.name, entries: read.entries };
  useSession().refusal = { file: table.name, problems: read.problems };
  return null;
}
