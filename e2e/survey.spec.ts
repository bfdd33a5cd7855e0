/** Real rooms: recesses, ceilings, openings, furniture, states, drawings in and out, and a plan of forty walls in hand. */
import { readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { expect, type Page, test } from '@playwright/test';
import { counting, countMoves } from './pageWork';
import {
  escapeFrom,
  field,
  measure,
  newRoom,
  openDemo,
  openFile,
  openPlain,
  settled,
  stage,
  surveyPart,
  type,
} from './rig';

const facts = (page: Page) => page.locator('.facts').first();

async function dragBy(page: Page, selector: string, dx: number, dy: number): Promise<void> {
  const box = (await page.locator(selector).boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + dx, y + dy, { steps: 8 });
  await page.mouse.up();
}

test('a box becomes a real room: chimney breast, pitched ceiling, beam, window, wardrobe', async ({ page }) => {
  await openDemo(page);
  await newRoom(page, 'Spare room', { length: '500', width: '400', height: '250' });
  await stage(page, 'survey');
  await expect(facts(page)).toContainText('50.0');

  // A breast 1 m wide and 40 cm deep takes 1 m³ of 50.
  await page.locator('[data-wall-row="D"]').click();
  await type(page, 'Recess depth', '40');
  await page.getByRole('button', { name: 'Chimney breast here' }).click();
  await expect(facts(page)).toContainText('49.0');
  await expect(page.locator('[data-wall-row]')).toHaveCount(8);
  await expect(page.locator('[data-measure="symmetry"] .figure')).toHaveText('40.0');

  // The ceiling rises by a metre from the front: half a metre on average over 19.6 m².
  await surveyPart(page, 'ceiling');
  await page.locator('.row', { hasText: 'Shape' }).locator('.v-field').click();
  await page.getByRole('option', { name: 'Rises one way' }).click();
  await type(page, 'Height at the far side', '350');
  await surveyPart(page, 'plan');
  await expect(facts(page)).toContainText((19.6 * 3).toFixed(1));

  // A window on the right wall, over the mark of L there.
  await surveyPart(page, 'openings');
  await page.locator('[data-add="window"]').click();
  await page.locator('.row', { hasText: 'Wall' }).first().locator('.v-field').click();
  await page.getByRole('option', { name: /^B,/ }).click();
  await type(page, 'From left end', '60');
  await type(page, 'Up from floor', '70');
  await stage(page, 'marks');
  await expect(page.locator('[data-issue="marks.on-opening"]')).toContainText('falls on Window (right wall)');
  await page.locator('[data-mark="left-B"]').click();
  await expect(page.locator('[data-chosen-mark]')).toContainText('no fixed panel there');

  // Furniture absorbs: the decay falls.
  await settled(page);
  const before = await measure(page, 'decay');
  await surveyPart(page, 'things');
  await page.locator('[data-add="sofa"]').click();
  await type(page, 'Middle from front', '430');
  await settled(page);
  await expect.poll(() => measure(page, 'decay')).toBeLessThan(before);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.locator('[data-thing]')).toHaveCount(0);
});

test('corners and walls are dragged and snap; what cannot be is refused on the board', async ({ page }) => {
  await openPlain(page);
  await surveyPart(page, 'plan');
  const row = (wall: string) => page.locator(`[data-wall-row="${wall}"] td`).nth(1);
  await expect(row('B')).toHaveText('534.0 cm');
  await dragBy(page, '[data-wall="C"]', 0, -60);
  await expect(row('B')).not.toHaveText('534.0 cm');
  const shorter = parseFloat(await row('B').innerText());
  expect(shorter).toBeLessThan(500);
  // Snapped to whole centimetres, both side walls alike.
  expect(Math.abs(shorter - Math.round(shorter))).toBeLessThan(0.06);
  await expect(row('D')).toHaveText(await row('B').innerText());
  await page.getByRole('button', { name: 'Undo moving a wall' }).click();
  await expect(row('B')).toHaveText('534.0 cm');

  // Through the opposite wall: refused while in hand, with the place, and nothing is changed.
  const corner = (await page.locator('[data-corner="C"]').boundingBox())!;
  await page.mouse.move(corner.x + 4, corner.y + 4);
  await page.mouse.down();
  await page.mouse.move(corner.x - 420, corner.y - 120, { steps: 10 });
  await expect(page.locator('[data-fault]')).toBeVisible();
  await expect(page.getByRole('alert').filter({ hasText: 'crosses wall' })).toBeVisible();
  await page.mouse.up();
  await expect(row('B')).toHaveText('534.0 cm');

  // By keyboard: a corner by 1 cm.
  await page.locator('[data-corner="C"]').focus();
  await page.keyboard.press('ArrowRight');
  await expect(row('C')).toHaveText('393.0 cm');
});

test('the board zooms about the pointer, is pushed along and fits again', async ({ page }) => {
  await openPlain(page);
  await stage(page, 'survey');
  const board = page.locator('.board svg').first();
  const box = (await board.boundingBox())!;
  await page.mouse.move(box.x + 200, box.y + 200);
  await page.keyboard.down('Control');
  await page.mouse.wheel(0, -300);
  await page.keyboard.up('Control');
  await expect.poll(async () => Number(await board.getAttribute('data-zoom'))).toBeGreaterThan(1.5);
  const before = (await page.locator('[data-corner="A"]').boundingBox())!;
  await page.getByRole('button', { name: 'Larger' }).click();
  const after = (await page.locator('[data-corner="A"]').boundingBox())!;
  expect(Math.hypot(after.x - before.x, after.y - before.y)).toBeGreaterThan(5);
  await page.getByRole('button', { name: 'Fit the board' }).click();
  await expect(board).toHaveAttribute('data-zoom', '1.000');
});

test('the tape says by how much it does not close, and spreads it when asked', async ({ page }) => {
  await openPlain(page);
  await surveyPart(page, 'plan');
  await page.getByRole('button', { name: 'Walk round with the tape' }).click();
  await page.getByRole('button', { name: 'Begin with the plan as it is' }).click();
  await expect(page.locator('[data-closing]')).toContainText('Closes');
  await type(page, 'Taped length of B', '540');
  await expect(page.locator('[data-closing]')).toContainText('Does not close: 6.0 cm');
  await expect(page.locator('[data-issue="survey.tape-open"]')).toBeVisible();
  await expect(page.locator('[data-wall-row="B"]')).toContainText('534.0 cm');
  await page.getByRole('button', { name: 'Spread the error and make this the plan' }).click();
  // 6 cm shared by the way walked: B keeps 540 less its part, 540/1858 of 6 cm.
  await expect(page.locator('[data-wall-row="B"]')).toContainText((540 - (540 / 1858) * 6).toFixed(1));
});

test('states are switched and held side by side', async ({ page }) => {
  await openDemo(page);
  await surveyPart(page, 'states');
  const decay = await measure(page, 'decay');
  await page.locator('.row', { hasText: 'Shown as' }).locator('.v-field').click();
  await page.getByRole('option', { name: 'Cleared for painting' }).click();
  await settled(page);
  await expect.poll(() => measure(page, 'decay')).toBeGreaterThan(decay);
  await expect(page.locator('[data-thing]')).toHaveCount(0);
  await stage(page, 'marks');
  await page.locator('[data-compare] .row', { hasText: 'Beside it' }).locator('.v-field').click();
  await page.getByRole('option', { name: 'As surveyed' }).click();
  await expect(page.getByRole('table', { name: 'Marks that differ' })).toContainText('Desk, top');
  await stage(page, 'decay');
  await expect(page.getByRole('table', { name: 'Decay in both states' })).toContainText('As surveyed s');
});

test('drawings out and outlines in; what cannot be read is explained and nothing is lost', async ({ page }, info) => {
  await openDemo(page);
  await stage(page, 'survey');
  const take = async (kind: string) => {
    await page.locator('[data-exchange]').click();
    const [file] = await Promise.all([page.waitForEvent('download'), page.locator(`[data-take="${kind}"]`).click()]);
    const path = info.outputPath(file.suggestedFilename());
    await file.saveAs(path);
    await expect(page.locator('[data-take="dxf"]')).toBeHidden();
    return path;
  };
  const dxf = await take('dxf');
  expect(readFileSync(dxf, 'utf8')).toContain('WALLS');
  expect(readFileSync(await take('svg'), 'utf8')).toContain('<g id="OPENINGS"');
  expect(
    readFileSync(await take('glb'))
      .subarray(0, 4)
      .toString('latin1'),
  ).toBe('glTF');

  const walls = await page.locator('[data-wall-row]').count();
  const broken = info.outputPath('open.dxf');
  writeFileSync(broken, '0\nSECTION\n2\nENTITIES\n0\nLINE\n8\n0\n10\n0\n20\n0\n11\n1\n21\n1\n0\nENDSEC\n0\nEOF\n');
  await page.locator('[data-outline-file]').setInputFiles(broken);
  await expect(page.locator('[data-refusal]')).toContainText('holds no closed outline, only LINE');
  await escapeFrom(page, page.locator('[data-refusal]'));
  await expect(page.locator('[data-wall-row]')).toHaveCount(walls);

  await newRoom(page, 'From a drawing', { length: '300', width: '300', height: '250' });
  await stage(page, 'survey');
  await page.locator('[data-outline-file]').setInputFiles(dxf);
  await expect(page.locator('[data-wall-row]')).toHaveCount(walls);

  await surveyPart(page, 'surfaces');
  const table = info.outputPath('sheet.csv');
  writeFileSync(table, 'Name;125;250;500;1000;2000;4000\nFelt;0,1;0,2;1,3;0,6;0,8;0,9\n');
  await page.locator('[data-table-file]').setInputFiles(table);
  await expect(page.locator('[data-refusal]')).toContainText('1,3 is above 1.2');
  await escapeFrom(page, page.locator('[data-refusal]'));
  writeFileSync(table, 'Name;125;250;500;1000;2000;4000\nFelt;0,1;0,2;1,1;0,6;0,8;0,9\n');
  await page.locator('[data-table-file]').setInputFiles(table);
  await expect(
    page.getByText(/Took 1 material from sheet\.csv.*63 Hz taken from its neighbour.*above 1, kept/),
  ).toBeVisible();
});

test('the other demo rooms open, and one can look around in them', async ({ page }) => {
  for (const [name, title] of [
    ['ferry-hall', 'Ferry hall'],
    ['signal-cabin', 'Signal cabin'],
  ]) {
    await page.goto(`/demo/${name}`);
    await expect(page.locator('[data-project-name]')).toHaveText(title!);
    await settled(page);
  }
  await stage(page, 'survey');
  await page.getByRole('button', { name: 'Look around' }).click();
  await expect(page.locator('[data-look] canvas')).toBeVisible();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save picture (PNG)' }).click(),
  ]);
  const png = readFileSync(await file.path());
  expect(png.subarray(1, 4).toString('latin1')).toBe('PNG');
  // An empty picture packs to almost nothing.
  expect(png.length).toBeGreaterThan(8000);
  await page.getByRole('button', { name: 'Stand at the seat' }).click();
  await expect(page.getByText('Arrow keys or W A S D walk')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByText('Drag turns')).toBeVisible();
});

/** Forty walls, sixty patches, five windows, as a file. */
function manyWalls(): string {
  const plain = JSON.parse(
    readFileSync(fileURLToPath(new URL('../demo/signal-cabin.tawny.json', import.meta.url)), 'utf8'),
  ) as Record<string, Record<string, unknown>>;
  const corners = Array.from({ length: 40 }, (_, k) => {
    const a = -0.75 * Math.PI + (2 * Math.PI * k) / 40;
    const r = k % 2 ? 4 : 4.4;
    return { wall: `W${k}`, x: 5 + r * Math.cos(a), y: 5 + r * Math.sin(a) };
  });
  const surface = { material: 'plaster-on-brick' };
  const patches = Array.from({ length: 60 }, (_, i) => ({
    id: `p${i}`,
    name: `Patch ${i}`,
    face: i < 50 ? `W${i % 40}` : 'ceiling',
    u: i < 50 ? 0.05 + (i >= 40 ? 0.15 : 0) : 3 + 0.3 * (i - 50),
    v: i < 50 ? 0.5 : 4,
    width: 0.4,
    height: 0.6,
    material: 'timber-solid',
  }));
  const openings = Array.from({ length: 5 }, (_, i) => ({
    ...{ id: `o${i}`, kind: 'window', name: `Window ${i}`, wall: `W${i * 3}`, u: 0.1, v: 1.4, width: 0.4, height: 0.5 },
    ...{ clearance: 0, material: 'glass-double', leaf: null },
  }));
  return JSON.stringify({
    ...plain,
    id: 'forty',
    name: 'Forty walls',
    room: {
      ...plain.room,
      ...{ corners, height: 3, ceiling: { shape: 'flat' }, patches, openings, furniture: [], framing: {} },
      surfaces: Object.fromEntries([...corners.map((c) => c.wall), 'floor', 'ceiling'].map((w) => [w, surface])),
    },
    states: { list: [], current: null },
    listening: { ...plain.listening, facing: 'W5', head: { x: 5, y: 5, earHeight: 1.2 } },
    treatment: { ...plain.treatment, usable: [], pieces: [] },
  });
}

test('a plan of forty walls and sixty patches follows the pointer and asks nothing of a worker', async ({
  page,
}, info) => {
  const path = info.outputPath('forty.tawny.json');
  writeFileSync(path, manyWalls());
  await counting(page);
  await openDemo(page);
  await openFile(page, path);
  await settled(page);
  await surveyPart(page, 'plan');
  const box = (await page.locator('[data-corner="W20"]').boundingBox())!;
  const [x, y] = [box.x + 4, box.y + 4];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 5, y + 5, { steps: 5 });
  await countMoves(page, 'Dragging a corner of forty walls', (i) => page.mouse.move(x + 6 + (i % 11), y + 6 + (i % 5)));
  await page.mouse.up();
  await expect(page.getByRole('button', { name: 'Undo moving a corner' })).toBeEnabled();
  await expect(field(page, 'Height')).toHaveValue('300.0');
});
