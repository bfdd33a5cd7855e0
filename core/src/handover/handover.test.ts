/** The report and the drawing set: figures are the document's, nothing is missing where there is nothing, and no name breaks a page. */
import { createProject } from '../document/create';
import { loadIntegerSolver } from '../dosage/solver';
import { OCTAVES } from '../quantities/bands';
import { settingOf } from '../room/setting';
import { demo } from '../testing/demo';
import { handedOver } from '../testing/handed';
import { edited, plainBox } from '../testing/rooms';
import { outlineArea } from '../geometry/polygon';
import { chartSvg } from './charts';
import { drawingSheets } from './drawings';
import { reportHtml } from './html';
import { reportOf } from './report';
import { sectionOutline, sectionSvg } from './section';
import { type Block, type Report, REPORT_PARTS } from './types';

const solver = loadIntegerSolver();
const partOf = (report: Report, id: string) => report.parts.find((p) => p.id === id)!.blocks;
const tables = (blocks: readonly Block[]) => blocks.flatMap((b) => (b.kind === 'table' ? [b] : []));
const wordsOf = (blocks: readonly Block[]): string => JSON.stringify(blocks);

test('figures of the Bakehouse are those of its studies', async () => {
  const of = handedOver(demo('bakehouse'), await solver);
  const report = reportOf(of);
  expect(report.parts.map((p) => p.id)).toEqual([...REPORT_PARTS]);
  const [decay] = tables(partOf(report, 'decay'));
  expect(decay!.rows[0]!.slice(1)).toEqual(of.decay!.chosen.eyring.map((t) => t!.toFixed(2)));
  expect(decay!.rows[0]).toHaveLength(1 + OCTAVES.length);
  const [marks] = tables(partOf(report, 'marks'));
  expect(marks!.rows).toHaveLength(of.glance.marks.result.marks.length);
  const [pieces, made] = tables(partOf(report, 'plan'));
  const counted = pieces!.rows.reduce((s, r) => s + Number(r[2]), 0);
  expect(counted).toBe(of.build.panels);
  expect(made!.rows.reduce((s, r) => s + Number(r[2]), 0)).toBe(of.build.panels);
  expect(tables(partOf(report, 'measured')).at(-1)!.rows).toHaveLength(demo('bakehouse').measured.list.length);
  expect(tables(partOf(report, 'shopping'))[0]!.rows).toHaveLength(of.toBuy.length);
  for (const t of report.parts.flatMap((p) => tables(p.blocks)))
    for (const row of t.rows) expect([t.caption, row.length]).toEqual([t.caption, t.head.length]);
  expect(wordsOf(report.parts.flatMap((p) => p.blocks))).not.toMatch(/undefined|NaN|\[object/);
});

test('before and after stand beside each other with what changed', () => {
  const row = (title: string, seconds: number, swingDb: number) => ({
    ...{ title, at: '2026-11-01T10:00:00Z', asNow: false, swingDb, seconds: OCTAVES.map(() => seconds) },
  });
  const of = handedOver(demo('bakehouse'), null, { measured: [row('Bare', 0.8, 12), row('Hung', 0.3, 8.5)] });
  const [table] = tables(partOf(reportOf(of, ['measured']), 'measured'));
  expect(table!.rows[2]).toEqual(['changed by', ...OCTAVES.map(() => '−0.50'), '−3.5']);
});

test('a room of which nothing is told makes a report that says so, part by part', () => {
  const empty = createProject('new', 'New room', { length: 4, width: 3, height: 2.4 });
  const report = reportOf(handedOver(empty, null));
  for (const part of report.parts) expect(part.blocks.length).toBeGreaterThan(0);
  for (const [id, said] of [
    ['decay', 'not computed'],
    ['plan', 'Nothing is decided yet'],
    ['elevations', 'No piece has its place'],
    ['shopping', 'Nothing is to be bought'],
    ['measured', 'Nothing was measured'],
    ['log', 'Nothing was written down'],
    ['bass', 'not solved'],
  ] as const)
    expect(wordsOf(partOf(report, id))).toContain(said);
  expect(report.lines[0]).toBe('A room that was not told yet what it is for');
  expect(reportOf(handedOver(empty, null), ['cautions', 'room']).parts.map((p) => p.id)).toEqual(['room', 'cautions']);
});

test('the page is one file without a script or an address, whatever things are called', () => {
  const evil = '<script>alert(1)</script> & "quoted"';
  const project = edited(demo('signal-cabin'), { type: 'rename', name: evil });
  const html = reportHtml(reportOf(handedOver(project, null)), { plain: 'QUJD', bold: 'REVG', format: 'woff' });
  expect(html).not.toContain('<script');
  expect(html).toContain('&lt;script&gt;alert(1)&lt;/script&gt; &amp; &quot;quoted&quot;');
  expect(html.match(/(?:src|href)="(?!#)/g)).toBeNull();
  expect(html.match(/url\((?!data:)/g)).toBeNull();
  expect(html.match(/<section id=/g)).toHaveLength(REPORT_PARTS.length);
  expect(html.match(/<svg role="img" aria-label="[^"]+"/g)!.length).toBeGreaterThan(1);
});

test('a chart draws gaps as gaps and keeps what is outside at its edge', () => {
  const svg = chartSvg({
    ...{ width: 100, height: 50, at: [100, 200, 400, 800], ticks: [100, 800], unit: 'Hz', font: 'F' },
    y: { from: 0, to: 1, step: 0.5, unit: 's', digits: 1 },
    lines: [{ name: 'a & b', values: [0.5, null, 9, 0], dash: '', colour: '#000000' }],
  });
  expect(svg).toContain('M12 24.5M68 8L96 41');
  expect(svg).toContain('a &amp; b');
});

describe('sections', () => {
  test('a box is cut into its length and width times its height', () => {
    const setting = settingOf(plainBox());
    const area = (along: 'length' | 'width') => Math.abs(outlineArea(sectionOutline(setting, along)));
    const width = Math.max(...setting.solid.plan.map((c) => c.at[0]));
    expect(area('length')).toBeCloseTo(setting.length * setting.solid.height, 2);
    expect(area('width')).toBeCloseTo(width * setting.solid.height, 2);
    expect(sectionOutline(setting, 'length')).toHaveLength(4);
  });

  test('a beam notches it, a pitched roof slopes it', () => {
    expect(sectionOutline(settingOf(demo('bakehouse')), 'length').length).toBeGreaterThan(6);
    const roof = sectionOutline(settingOf(demo('signal-cabin')), 'width');
    const heights = roof.map((p) => p[1]);
    expect(new Set(heights.map((h) => h.toFixed(2))).size).toBeGreaterThan(2);
  });
});

test('a pair seen from the side is named together, from the front one by one', () => {
  const setting = settingOf(demo('signal-cabin'));
  const named = (along: 'length' | 'width') =>
    [...sectionSvg(setting, along, [150, 100], 'sans-serif').svg.matchAll(/>([LR, ]*)<\/text>/g)].map((m) => m[1]);
  expect(named('length').filter(Boolean)).toEqual(['L, R']);
  expect(named('width')).toEqual(['L', 'R']);
});

test('the drawing set has the plan, every ceiling and wall, two sections and each piece, all within the page', () => {
  const { glance, blocks, level, build, recipeName } = handedOver(demo('bakehouse'), null);
  const { setting } = glance;
  const room = [269, 162] as const;
  const sheets = drawingSheets({ setting, blocks, level, sheets: build.sheets, recipeName, system: 'metric', room });
  const faces = setting.faces.filter((f) => f.kind === 'wall' || f.kind === 'ceiling').length;
  expect(sheets).toHaveLength(1 + faces + 2 + build.sheets.length);
  expect(new Set(sheets.map((s) => s.title)).size).toBe(sheets.length);
  for (const { drawings, title } of sheets) {
    const wide = drawings.reduce((s, d) => s + d.width, 0);
    expect([title, wide <= room[0], drawings.every((d) => d.height <= room[1])]).toEqual([title, true, true]);
  }
  for (const s of sheets.slice(0, -build.sheets.length)) expect([10, 20, 25, 50, 100, 200, 500]).toContain(s.scale);
});
