/** By keyboard alone, by screen reader's rules, and without ever blocking the page. */
import AxeBuilder from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { field, openDemo, settled, stage, type StageName } from './rig';

const STAGES: StageName[] = ['survey', 'seat', 'bass', 'marks', 'decay', 'build'];

async function serious(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    .analyze();
  return violations
    .filter((v) => v.impact === 'serious' || v.impact === 'critical')
    .map(
      (v) =>
        `${v.id}: ${v.nodes
          .slice(0, 3)
          .map((n) => `${n.target.join(' ')} ${n.any[0]?.message ?? ''}`)
          .join(' | ')}`,
    );
}

for (const theme of ['day', 'night'] as const) {
  test(`no serious accessibility fault on any stage by ${theme}`, async ({ page }) => {
    await openDemo(page);
    if (theme === 'night') await page.getByLabel('Night colours').click();
    for (const name of STAGES) {
      await stage(page, name);
      await page.waitForTimeout(300);
      expect([name, await serious(page)]).toEqual([name, []]);
    }
    await page.goto('/sheet');
    await expect(page.getByRole('heading', { name: /Marking sheet/ })).toBeVisible();
    expect(await serious(page)).toEqual([]);
  });
}

test('the whole way by keyboard', async ({ page }) => {
  await openDemo(page);
  for (const name of STAGES) {
    await page.keyboard.press('Control+k');
    const box = page.getByRole('textbox', { name: 'Go to' });
    await expect(box).toBeFocused();
    await page.keyboard.type(name);
    await page.keyboard.press('Enter');
    await expect(page).toHaveURL(new RegExp(`/${name}$`));
    await expect(box).toBeHidden();
  }
  // A loudspeaker is reached with Tab and moved with the arrows, in steps of 1 cm, 10 cm and 1 mm.
  await page.goto('/seat');
  await settled(page);
  for (let i = 0; i < 60; i++) {
    await page.keyboard.press('Tab');
    if (await page.evaluate(() => document.activeElement?.getAttribute('data-loudspeaker') === 'L')) break;
  }
  await expect(page.locator('[data-loudspeaker="L"]')).toBeFocused();
  const place = async () => Number(await field(page, 'From front wall').inputValue());
  const start = await place();
  await page.keyboard.press('ArrowDown');
  await expect.poll(place).toBeCloseTo(start + 1, 5);
  await page.keyboard.press('Shift+ArrowDown');
  await expect.poll(place).toBeCloseTo(start + 11, 5);
  await page.keyboard.press('Alt+ArrowUp');
  await expect.poll(place).toBeCloseTo(start + 10.9, 5);
  // Quick nudges are one step, slow ones are several: a slow machine may need up to three.
  await expect(async () => {
    await page.keyboard.press('Control+z');
    expect(await place()).toBeCloseTo(start, 5);
  }).toPass();
  // A mark is chosen with Enter.
  await page.goto('/marks');
  await settled(page);
  await page.locator('[data-mark="right-C"]').focus();
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-chosen-mark]')).toContainText('on the rear wall');
});

interface TraceEvent {
  name: string;
  ph: string;
  pid: number;
  tid: number;
  dur?: number;
  tdur?: number;
  args?: { name?: string };
}

/** Tasks of the page's own thread while `act` runs, from the browser's trace: ms by the clock and ms of processor time. */
async function pageTasks(page: Page, act: () => Promise<void>): Promise<{ clock: number; processor: number }[]> {
  const session = await page.context().browser()!.newBrowserCDPSession();
  const events: TraceEvent[] = [];
  session.on('Tracing.dataCollected', ({ value }) => events.push(...(value as unknown as TraceEvent[])));
  await session.send('Tracing.start', {
    transferMode: 'ReportEvents',
    traceConfig: { includedCategories: ['toplevel', 'devtools.timeline', 'disabled-by-default-devtools.timeline'] },
  });
  await act();
  const complete = new Promise((resolve) => session.once('Tracing.tracingComplete', resolve));
  await session.send('Tracing.end');
  await complete;
  await session.detach();
  const threads = new Set(
    events.filter((e) => e.name === 'thread_name' && e.args?.name === 'CrRendererMain').map((e) => `${e.pid}:${e.tid}`),
  );
  return events
    .filter((e) => e.ph === 'X' && e.name === 'RunTask' && threads.has(`${e.pid}:${e.tid}`))
    .map((e) => ({ clock: (e.dur ?? 0) / 1000, processor: (e.tdur ?? e.dur ?? 0) / 1000 }));
}

/**
 * A fixed piece of page work, much like a redraw: a drawing of 900 elements built, laid out and taken away. How long it takes
 * says how fast the machine is at this moment.
 */
async function yardstick(page: Page): Promise<number> {
  const tasks = await pageTasks(page, () =>
    page.evaluate(() => {
      const svg = document.createElementNS('http://www.w3.org/2000/svg', 'svg');
      for (let i = 0; i < 900; i++) {
        const text = document.createElementNS('http://www.w3.org/2000/svg', 'text');
        text.setAttribute('x', String(i % 30));
        text.textContent = `${i} cm`;
        svg.append(text);
      }
      document.body.append(svg);
      svg.getBoundingClientRect();
      svg.remove();
    }),
  );
  return Math.max(...tasks.map((t) => t.processor));
}

/** What {@link yardstick} takes on the machine the 50 ms were set for, undisturbed, ms of processor. */
const QUIET_YARDSTICK = 20;
const MOST_MS = 50;
const EDITS = { least: 3, most: 16 };

/**
 * Measures edits on one screen and prints each. Only keys are sent meanwhile: a query by role would itself hold the page's
 * thread. An edit does the same work each time, so the least disturbed one shows what it needs; the others show what else
 * the machine was doing (a hit test of 0.1 ms was seen to take 75 ms of "processor time"). Edits are repeated until one fits
 * into 50 ms of the quiet machine, at most {@link EDITS}.most times; the machine's speed is the best of the yardsticks.
 */
async function measureEdits(page: Page, name: string, edit: (turn: number) => Promise<void>): Promise<void> {
  const rows: string[] = [];
  let least = Infinity;
  let stick = Infinity;
  let allowed = MOST_MS;
  for (let turn = 0; turn < EDITS.most && (turn < EDITS.least || least > allowed); turn++) {
    const tasks = await pageTasks(page, async () => {
      await edit(turn);
      await page.waitForTimeout(700);
    });
    expect(tasks.length).toBeGreaterThan(0);
    const beside = await yardstick(page);
    if (beside > 1) stick = Math.min(stick, beside);
    const worst = tasks.reduce((a, b) => (b.processor > a.processor ? b : a));
    const late = tasks.filter((t) => t.clock > 50).length;
    least = Math.min(least, worst.processor);
    allowed = MOST_MS * Math.max(1, Number.isFinite(stick) ? stick / QUIET_YARDSTICK : 1);
    rows.push(
      `longest task ${worst.processor.toFixed(0)} ms of processor, ${worst.clock.toFixed(0)} ms by the clock; ${late} over 50 ms by the clock; yardstick ${beside.toFixed(0)} ms`,
    );
  }
  process.stdout.write(
    `Page thread, ${name}:\n  ${rows.join('\n  ')}\n  least disturbed edit ${least.toFixed(0)} ms, yardstick ${stick.toFixed(0)} ms\n`,
  );
  expect(least).toBeLessThanOrEqual(allowed);
}

/** Types into the field that has the focus, keys only. */
async function typeOver(page: Page, text: string): Promise<void> {
  await page.keyboard.press('Control+a');
  await page.keyboard.type(text);
  await page.keyboard.press('Enter');
}

test('typing a new width updates board, verdict and decay without blocking the page', async ({ page }) => {
  await openDemo(page);
  await stage(page, 'survey');
  await field(page, 'Width, wall D to wall B').focus();
  const before = await page.locator('[data-measure="decay"]').innerText();
  const widths = ['401', '388', '395', '404'];
  await measureEdits(page, 'a new width typed in Survey', (turn) => typeOver(page, widths[turn % widths.length]!));
  await typeOver(page, '486');
  await settled(page);
  await expect(page.locator('.board svg').getByText('486.0 cm × 534.0 cm')).toBeVisible();
  expect(await page.locator('[data-measure="decay"]').innerText()).not.toBe(before);
});

test('charts and tables follow an edit without blocking the page', async ({ page }) => {
  await openDemo(page);
  await stage(page, 'decay');
  const chosen = page.locator('[data-row="chosen"]');
  const before = await chosen.innerText();
  await field(page, 'Depth of fill').focus();
  await measureEdits(page, 'a new depth typed in Decay', (turn) =>
    typeOver(page, ['12', '18', '14', '16', '20'][turn % 5]!),
  );
  await settled(page);
  await expect.poll(() => chosen.innerText()).not.toBe(before);

  // The width itself, undone and done again, with each stage's charts and tables on screen.
  await stage(page, 'survey');
  await field(page, 'Width, wall D to wall B').focus();
  await typeOver(page, '410');
  for (const name of ['bass', 'marks', 'seat'] as const) {
    await stage(page, name);
    await settled(page);
    await measureEdits(page, `a width undone and redone in ${name}`, (turn) =>
      page.keyboard.press(turn % 2 === 0 ? 'Control+z' : 'Control+y'),
    );
  }
});
