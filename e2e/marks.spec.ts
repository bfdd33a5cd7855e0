/** Marks: zones, covering, sending elsewhere, limits, second order; twelve loudspeakers dragged; on the three demo rooms. */
import { readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { expect, type Page, test } from '@playwright/test';
import { counting, countMoves, workOf } from './pageWork';
import { choose, openDemo, openFile, openRoom, part, settled, stage } from './rig';

const tab = part;
const levelOf = async (page: Page, mark: string) =>
  Number((await page.locator(`[data-mark="${mark}"] td`).nth(5).innerText()).replace('−', '-'));

test('a mark is covered by the smallest panel of the stock on both sides, moved, half covered, taken down', async ({
  page,
}) => {
  await openDemo(page);
  await stage(page, 'marks');
  const mark = page.locator('[data-mark="left-A"]');
  await mark.click();
  const chosen = page.locator('[data-chosen-mark]');
  await expect(chosen).toContainText('zone');
  await expect(chosen).toContainText('first dip of its comb');
  const before = await levelOf(page, 'left-A');
  expect(before).toBeGreaterThan(-16);
  const ways = page.locator('[data-ways]');
  await expect(ways).toContainText('First-reflection panel, 60.0 cm × 60.0 cm: 15.0 cm deep, 10.0 cm off the surface');
  await expect(ways).toContainText('Its middle is at ear height.');
  await expect(page.locator('[data-laid]')).toHaveCount(2);
  await page.getByRole('button', { name: 'Hang it, both sides' }).click();
  await expect(page.locator('[data-laid]')).toHaveCount(4);
  await expect(chosen).toContainText(/Covered: what hangs there brings it from −[\d.]+ to −23\.7 dB/);
  expect(await levelOf(page, 'left-A')).toBeLessThan(before - 9);
  expect(await levelOf(page, 'right-A')).toBeLessThan(before - 9);

  await tab(page, 'pieces');
  const pieces = page.locator('[data-piece]');
  await expect(pieces).toHaveCount(4);
  await pieces.filter({ hasText: 'Panel 3' }).click();
  const along = page.getByRole('textbox', { name: 'From left end', exact: true });
  const from = Number(await along.inputValue());
  await page.locator('[data-laid="piece-3"]').focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(along).toHaveValue((from + 10).toFixed(1));
  await along.fill((from + 34).toFixed(1));
  await along.press('Enter');
  await tab(page, 'mark');
  await expect(page.locator('[data-issue="marks.half-covered"]').first()).toContainText('covers only');
  await tab(page, 'pieces');
  // Made of something else, and up: the list and the mark say so.
  await choose(page, 'Made as', /^Panel 5 cm$/);
  await page.getByLabel('It is up').check();
  await expect(pieces.filter({ hasText: 'Panel 3' })).toContainText('up, absorbs');
  await expect(page.getByLabel(/^It is up, since \d+ \w+/)).toBeChecked();
  await page.getByRole('button', { name: 'Take it down' }).click();
  await expect(pieces).toHaveCount(3);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(pieces).toHaveCount(4);
});

test('what falls on a door is told with the ways out; a board sends sound elsewhere and its way is drawn', async ({
  page,
}) => {
  await openRoom(page, 'ferry-hall');
  await page.locator('[data-mark="left-H"]').click();
  await expect(page.locator('[data-chosen-mark]')).toContainText('It falls on Entrance: no fixed panel there.');
  const ways = page.locator('[data-ways]');
  await expect(ways).toContainText('In the zone: Entrance.');
  await expect(ways).toContainText('No panel of the stock finds a place over this zone.');
  await ways.locator('[data-redirect]').first().hover();
  await expect(page.locator('[data-route]')).toHaveCount(1);
  const marks = await page.locator('[data-mark]').count();
  await ways.locator('[data-redirect]').first().getByRole('button', { name: 'Hang two boards' }).click();
  await expect(page.locator('[data-mark="left-H"]')).toHaveCount(0);
  await expect(page.locator('[data-hidden]').filter({ hasText: 'Board' }).first()).toContainText('is in the way');
  expect(await page.locator('[data-mark]').count()).toBeLessThan(marks + 2);
  await page.keyboard.press('Control+z');
  await page.locator('[data-mark="left-H"]').click();
  await ways.locator('[data-stand]').click();
  await expect(page.locator('[data-mark="left-H"]')).toHaveCount(0);
  await expect(page.locator('[data-hidden]').filter({ hasText: 'Stand-alone panel' }).first()).toBeVisible();
});

test('limits of the schools, arrivals by octave, the head’s range', async ({ page }) => {
  await openRoom(page, 'signal-cabin');
  await tab(page, 'matters');
  const rows = page.locator('[data-free]');
  await expect(rows).toHaveCount(2);
  await expect(rows.first()).toContainText('not free');
  await choose(page, 'Limit', 'Fusion, 10 ms');
  await expect(page.getByText('melts with the direct sound')).toBeVisible();
  await choose(page, 'Arrivals drawn at', '125 Hz');
  await expect(page.getByText('Arrivals, 125 Hz octave')).toBeVisible();
  await tab(page, 'mark');
  await page.locator('[data-mark="left-D"]').click();
  const zone = () => page.locator('[data-chosen-mark] .tapes').innerText();
  const narrow = await zone();
  await tab(page, 'range');
  const up = page.getByRole('textbox', { name: 'Up: standing, tall guests', exact: true });
  await up.fill('50');
  await up.press('Enter');
  await tab(page, 'mark');
  expect(await zone()).not.toBe(narrow);
});

test.describe('the demo rooms and their states', () => {
  for (const [name, states, alike] of [
    // The bakehouse's curtain hangs where no reflection of the pair falls; every other state changes marks.
    ['bakehouse', ['Curtain drawn', 'Cleared for painting'], ['Curtain drawn']],
    ['ferry-hall', ['Alcove closed off', 'Curtains drawn'], []],
    ['signal-cabin', ['Curtains drawn'], []],
  ] as [string, string[], string[]][]) {
    test(`${name}: marks, second order and sheet in every state`, async ({ page }) => {
      const complaints: string[] = [];
      page.on('pageerror', (e) => complaints.push(e.message));
      await openRoom(page, name);
      const read = () => page.locator('[data-mark]').allInnerTexts();
      const surveyed = await read();
      for (const state of states) {
        await choose(page, 'Shown', state);
        await expect(page.locator('[data-mark]').first()).toBeVisible();
        await settled(page);
        if (alike.includes(state)) expect(await read()).toEqual(surveyed);
        else await expect.poll(read).not.toEqual(surveyed);
        await tab(page, 'second');
        await expect(page.locator('[data-second-count]')).toContainText('ways louder than');
        await tab(page, 'mark');
      }
      await page.getByRole('button', { name: 'Marking sheet' }).click();
      await expect(page.locator('[data-block]').first()).toBeVisible();
      await expect(page.getByText(`as “${states.at(-1)!}”`)).toBeVisible();
      expect(complaints).toEqual([]);
    });
  }
});

/** The Ferry hall with a rig of eleven and a subwoofer, and with more beams: at least forty faces. */
function fullHall(): string {
  const hall = JSON.parse(
    readFileSync(fileURLToPath(new URL('../demo/ferry-hall.tawny.json', import.meta.url)), 'utf8'),
  ) as Record<string, Record<string, unknown>>;
  const [beam] = hall.room!.beams as Record<string, unknown>[];
  const extra = [0.9, 2.4, 6.9].map((from, i) => ({ ...beam, id: `extra-${i}`, name: `Beam ${i}`, from, width: 0.2 }));
  const surfaces = hall.room!.surfaces as Record<string, unknown>;
  return JSON.stringify({
    ...hall,
    id: 'full-hall',
    name: 'Full hall',
    room: {
      ...hall.room,
      beams: [...(hall.room!.beams as unknown[]), ...extra],
      surfaces: { ...surfaces, ...Object.fromEntries(extra.map((b) => [b.id, { material: 'timber-solid' }])) },
    },
  });
}

test('twelve loudspeakers in a hall of forty faces: marks follow a dragged one and ask nothing, second order in a worker', async ({
  page,
}, info) => {
  const path = info.outputPath('full-hall.tawny.json');
  writeFileSync(path, fullHall());
  await counting(page);
  await openDemo(page);
  await openFile(page, path);
  await settled(page);
  await stage(page, 'seat');
  await tab(page, 'rig');
  await choose(page, 'Layout', /^Seven around, four above/);
  await page.getByRole('checkbox', { name: 'A second pair' }).check();
  await expect(page.locator('[data-speaker]')).toHaveCount(13);
  await stage(page, 'marks');
  await tab(page, 'second');
  const said = page.locator('[data-second-count]');
  await expect(said).toContainText('pairs of surfaces looked at');
  const pairs = Number(/; (\d+) pairs/.exec(await said.innerText())![1]);
  // n(n − 1) pairs for each of thirteen loudspeakers.
  const faces = Math.round((1 + Math.sqrt(1 + (4 * pairs) / 13)) / 2);
  expect(faces).toBeGreaterThanOrEqual(40);
  // What was answered is not asked again by looking elsewhere and back.
  const back = await workOf(page, async () => {
    await tab(page, 'mark');
    await tab(page, 'second');
    await expect(said).toContainText('pairs of surfaces looked at');
  });
  expect(back.asked).toEqual([]);
  await tab(page, 'mark');
  expect(await page.locator('[data-mark]').count()).toBeGreaterThan(60);

  const box = (await page.locator('[data-loudspeaker="L"]').boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 3, y + 3, { steps: 4 });
  await countMoves(page, `Dragging one of thirteen loudspeakers among ${faces} faces`, (i) =>
    page.mouse.move(x + 4 + (i % 9), y + 3 + (i % 5)),
  );
  await page.mouse.up();
  await expect(page.getByRole('button', { name: 'Undo moving a loudspeaker' })).toBeEnabled();
});
