/** Tables as a spreadsheet file, and the first table of one. The libraries come when they are wanted. */
import type { Cell } from '@tawny/core/formats/catalogueTable';

/** One sheet a table; heads in bold, columns as wide as what they hold. */
export async function workbook(
  tables: readonly { name: string; head: readonly string[]; rows: readonly (readonly (Cell | undefined)[])[] }[],
): Promise<Blob> {
  const { default: write } = await import('write-excel-file/browser');
  const cell = (value: Cell | undefined) =>
    value === null || value === undefined || value === ''
      ? null
      : { value, type: typeof value === 'number' ? Number : typeof value === 'boolean' ? Boolean : String };
  const wide = (t: (typeof tables)[number], i: number) =>
    Math.min(60, Math.max(8, ...[t.head, ...t.rows].map((r) => String(r[i] ?? '').length + 2)));
  return write(
    tables.map((t) => ({
      data: [
        t.head.map((value) => ({ value, type: String, fontWeight: 'bold' as const })),
        ...t.rows.map((r) => r.map(cell)),
      ],
      columns: t.head.map((_, i) => ({ width: wide(t, i) })),
      sheet: t.name,
      stickyRowsCount: 1,
    })),
  ).toBlob();
}

/** Rows of the first table. @throws Error where the file is no spreadsheet */
export async function readWorkbook(file: Blob): Promise<Cell[][]> {
  const { default: read } = await import('read-excel-file/browser');
  const rows = (await read(file)) as unknown;
  const first = (
    Array.isArray(rows) && rows.length > 0 && !Array.isArray(rows[0]) ? (rows[0] as { data: unknown }).data : rows
  ) as unknown[][];
  return first.map((r) =>
    r.map((c) =>
      c === null || c === undefined ? null : typeof c === 'number' || typeof c === 'boolean' ? c : String(c as string),
    ),
  );
}
