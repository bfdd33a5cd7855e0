import { expect, type Page, test } from '@playwright/test';
import { counting, workOf } from './pageWork';
import { choose, escapeFrom, field, openDemo, openPlain, stage, type } from './rig';

/** Waits for the coarse or the full answer. */
async function answered(page: Page, which: 'coarse' | 'full'): Promise<void> {
  const text = which === 'coarse' ? /waves of the room as it is/ : /waves of the room as it is, to \d+ Hz/;
  await expect(page.locator('.stage header').first()).toContainText(text, { timeout: 120_000 });
}
const part = (page: Page, id: string) => page.locator(`[data-part-tab="${id}"]`).click();

test('the room’s waves are solved away from the page: one question each, coarse and full, and no redraw in between', async ({
  page,
}) => {
  await counting(page);
  await openDemo(page);
  await stage(page, 'bass');
  await answered(page, 'full');
  // The room's shape changed: both answers anew.
  await stage(page, 'survey');
  await type(page, 'Height', '270');
  const work = await workOf(page, async () => {
    await stage(page, 'bass');
    await answered(page, 'full');
  });
  process.stdout.write(
    `Bass solving: asked ${work.asked.join(' ')}, ${work.answers} messages back, ${work.changed} changes to ${work.elements} elements, ${work.layouts} layouts\n`,
  );
  // Coarse and full with the map that belongs to each, and nothing twice.
  expect(work.asked.filter((k) => k.startsWith('bass-answer'))).toEqual(['bass-answer-coarse', 'bass-answer-full']);
  expect(work.asked).toEqual([...new Set(work.asked)]);
  // Stage, two answers with their maps, and a bar that moves with each message: not the drawing with every message.
  expect(work.changed).toBeLessThanOrEqual(8 * work.elements + 20 * work.answers);
});

test('the Bakehouse: a null at the seat is named, and a subwoofer’s place cures part of it', async ({ page }) => {
  await openDemo(page);
  await stage(page, 'bass');
  await answered(page, 'full');
  const swing = page.locator('[data-measure="swing"]');
  await expect(swing).toContainText('wild');
  const before = Number((await swing.locator('.figure').innerText()).replace('−', '-'));
  await part(page, 'why');
  const why = page.locator('[data-why]');
  await expect(why).toContainText('a dip', { timeout: 30_000 });
  await expect(why.locator('[data-cause="seat-null"]')).toContainText('No equaliser fills that');
  // Chart and board follow the keyboard.
  const chart = page.getByRole('application');
  await chart.focus();
  const name = await chart.getAttribute('aria-label');
  await page.keyboard.press('Shift+ArrowRight');
  await expect(chart).not.toHaveAttribute('aria-label', name!);
  await part(page, 'places');
  await page.locator('[data-places]').click();
  const two = page.locator('[data-layout="2-0"]');
  await expect(two).toBeVisible({ timeout: 60_000 });
  await expect(page.locator('[data-costs] rect').first()).toBeVisible();
  await two.getByRole('button', { name: 'Put them there' }).click();
  await answered(page, 'full');
  await expect
    .poll(async () => Number((await swing.locator('.figure').innerText()).replace('−', '-')), { timeout: 60_000 })
    .toBeLessThan(before - 1);
});

test('a mode is chosen, swings, and is treated by what helps it most', async ({ page }) => {
  await openPlain(page);
  await stage(page, 'bass');
  await answered(page, 'full');
  await part(page, 'modes');
  await page.locator('[data-mode-row="1"]').click();
  await expect(page.locator('[data-mode]')).toContainText('along the length');
  await expect(page.locator('[data-map]')).toContainText('Mode at');
  await page.getByRole('button', { name: 'Let the wave swing' }).click();
  await expect(page.getByRole('button', { name: 'Stop the wave' })).toBeVisible();
  const shape = () => page.locator('.field .plus').first().getAttribute('d');
  const first = await shape();
  await expect.poll(shape, { timeout: 10_000 }).not.toBe(first);
  await page.getByRole('button', { name: 'Stop the wave' }).click();
  await page.getByRole('button', { name: /^Show the working: Mode at/ }).click();
  await expect(page.getByRole('dialog')).toContainText('decay time');
  await escapeFrom(page, page.getByRole('dialog'));

  await part(page, 'treat');
  await choose(page, 'Made as', 'Skin box near 70 Hz');
  await page.getByRole('button', { name: /^Tune it to/ }).click();
  // Tuned it is a recipe of one's own.
  await expect(page.getByRole('combobox', { name: 'Made as' })).toHaveValue(/^Skin box near 3\d Hz$/);
  const helps = page.locator('[data-helps]');
  await expect(helps).toContainText(/It takes [4-9]\d %/, { timeout: 30_000 });
  await expect(helps.locator('[data-place]').first()).toContainText(/(front|rear) wall/);
  await expect(helps).toContainText('no pressure there');
  await helps.locator('[data-place]').first().getByRole('button', { name: 'Hang' }).click();
  await expect(page.locator('[data-laid="piece-1"]')).toBeVisible();
  await answered(page, 'full');
  await part(page, 'modes');
  await expect(page.locator('[data-mode]')).toContainText('with nothing hung', { timeout: 60_000 });
  await page.keyboard.press('Control+z');
  await expect(page.locator('[data-laid="piece-1"]')).toHaveCount(0);
});

test('what each loudspeaker is fed with changes the answer, and is undone', async ({ page }) => {
  await openDemo(page);
  await stage(page, 'bass');
  await answered(page, 'full');
  const swing = page.locator('[data-measure="swing"] .figure');
  const before = await swing.innerText();
  const sub = page.locator('[data-feed]').last();
  await sub.getByLabel('Polarity turned over').check();
  await answered(page, 'full');
  await expect.poll(() => swing.innerText(), { timeout: 60_000 }).not.toBe(before);
  await page.keyboard.press('Control+z');
  await expect.poll(() => swing.innerText(), { timeout: 60_000 }).toBe(before);
});

test('leaving the stage ends the solving; a worker that dies is told of and starts afresh', async ({ page }) => {
  // Keeps hold of every worker, so that one can be ended without a word, as by lack of memory.
  await page.addInitScript(() => {
    const made: Worker[] = [];
    (window as unknown as { made: Worker[] }).made = made;
    const Plain = window.Worker;
    window.Worker = class extends Plain {
      constructor(...args: ConstructorParameters<typeof Worker>) {
        super(...args);
        made.push(this);
      }
    };
  });
  await openDemo(page);
  // The worker of the next move is there before they are counted.
  await expect(page.locator('[data-next-move] .what:not(.old)')).toBeVisible({ timeout: 60_000 });
  const before = page.workers().length;
  await stage(page, 'bass');
  // The coarse answer is there and its worker idle, the full one at work.
  await expect(page.getByRole('progressbar', { name: 'Solving in full' })).toBeVisible({ timeout: 30_000 });
  await expect.poll(() => page.workers().length).toBe(before + 2);
  await stage(page, 'survey');
  await expect.poll(() => page.workers().length, { timeout: 15_000 }).toBe(before + 1);
  const finished = await page.evaluate(() => performance.getEntriesByName('bass full').length);
  expect(finished).toBe(0);

  await stage(page, 'bass');
  await expect(page.getByRole('progressbar', { name: 'Solving in full' })).toBeVisible({ timeout: 30_000 });
  await expect.poll(() => page.workers().length).toBe(before + 2);
  // It has begun: the page holds on to its lock from its first word on.
  await expect(page.getByRole('progressbar', { name: 'Solving in full' })).toHaveAttribute('value', /[1-9]/);
  await page.evaluate(() => {
    const { made } = window as unknown as { made: Worker[] };
    made.at(-1)!.terminate();
  });
  await expect(page.getByText(/stopped unexpectedly \(it ended without a word/)).toBeVisible();
  await page.getByRole('button', { name: 'Solve again' }).click();
  await answered(page, 'full');
});

test('a hall beyond the method is refused with the reason; the box says what moving a wall would do', async ({
  page,
}) => {
  await openPlain(page);
  await stage(page, 'bass');
  await part(page, 'box');
  await expect(page.locator('[data-what-if] tr')).toHaveCount(5);
  await type(page, 'Moved by', '20');
  await expect(page.locator('[data-what-if]')).toContainText('Length + 20.0 cm');
  await expect(page.getByRole('img', { name: /Height to width to length/ })).toBeVisible();
  await stage(page, 'survey');
  for (const [label, text] of [
    ['Length, wall A to wall C', '45 m'],
    ['Width, wall D to wall B', '40 m'],
    ['Height', '18 m'],
  ] as const) {
    await type(page, label, text);
    await expect(field(page, label)).toHaveValue(/\d{4}\.0/);
  }
  await stage(page, 'bass');
  await part(page, 'response');
  await expect(page.getByRole('alert')).toContainText('60 Hz is the least worth showing');
});
