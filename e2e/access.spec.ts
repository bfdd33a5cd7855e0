/** By keyboard alone, by screen reader's rules, and with no more work a keystroke than it needs. */
import AxeBuilder from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { countEdits, counting, typeOver } from './pageWork';
import { field, openDemo, openPlain, part, settled, stage, type StageName } from './rig';

const STAGES: StageName[] = [
  'survey',
  'seat',
  'bass',
  'marks',
  'decay',
  'recipes',
  'hang',
  'build',
  'listen',
  'signoff',
];

async function faults(axe: AxeBuilder): Promise<string[]> {
  const { violations } = await axe.analyze();
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
/** There are no frames: nothing is gathered from a second page. */
const within = (page: Page, where: string) => new AxeBuilder({ page }).include(where).setLegacyMode();
const byDay = (page: Page, where = 'body') =>
  faults(within(page, where).withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']));
/** By night only colours are other than by day, and only they are looked at again. */
const byNight = (page: Page, where = 'body') => faults(within(page, where).withRules(['color-contrast']));

/** Serious faults of what is shown, by day and then by night; day again afterwards. */
async function serious(page: Page, where = 'body'): Promise<string[]> {
  const day = await byDay(page, where);
  await page.getByLabel('Night colours').click();
  const night = await byNight(page, where);
  await page.getByLabel('Day colours').click();
  return [...day, ...night.map((fault) => `by night, ${fault}`)];
}

test('no serious accessibility fault on any stage, by day and by night', async ({ page }) => {
  await openDemo(page);
  for (const name of STAGES) {
    await stage(page, name);
    expect([name, await serious(page)]).toEqual([name, []]);
  }
});

// Of a part only the bench is looked at: the rest of its stage has been.
test('nor in any part of Survey', async ({ page }) => {
  await openDemo(page);
  await stage(page, 'survey');
  for (const name of ['ceiling', 'openings', 'surfaces', 'things', 'states', 'symmetry', 'brief']) {
    await part(page, name);
    const first = page.locator('.picks .name').first();
    if (await first.isVisible()) await first.click();
    expect([name, await serious(page, '.bench')]).toEqual([name, []]);
  }
});

// Its parts are pages: all of them is looked at.
test('nor in any part of Build', async ({ page }) => {
  await openDemo(page);
  await stage(page, 'build');
  for (const name of ['cut', 'pieces', 'work', 'shop']) {
    await part(page, name);
    if (name === 'cut') {
      await expect(page.locator('[data-bar]').first()).toBeVisible();
      await page.locator('[data-in-hand]').first().getByRole('button').click();
    }
    if (name === 'shop') await page.locator('[data-ware="wool-15"]').getByRole('button').click();
    expect([name, await serious(page, 'main')]).toEqual([name, []]);
  }
});

test('nor in any picture and part of Listen', async ({ page }) => {
  await openDemo(page);
  await stage(page, 'listen');
  for (const name of [
    'decay',
    'rings',
    'fading',
    'arrivals',
    'noise',
    'causes',
    'correct',
    'taught',
    'dates',
    'places',
  ]) {
    await part(page, name);
    if (name === 'correct') await expect(page.locator('[data-left]').first()).toBeVisible({ timeout: 120_000 });
    if (name === 'taught') await expect(page.locator('[data-band]').first()).toBeVisible({ timeout: 180_000 });
    if (name === 'causes') await expect(page.locator('[data-finding]').first()).toBeVisible({ timeout: 120_000 });
    await expect(page.locator('.drawing figure').first()).toBeVisible();
    expect([name, await serious(page, '.drawing')]).toEqual([name, []]);
  }
  for (const name of ['take', 'beside']) {
    await part(page, name);
    expect([name, await serious(page, '.bench')]).toEqual([name, []]);
  }
});

test('nor in any part of Seat, Marks, Decay and Hang, on the sheets and on site', async ({ page }) => {
  await openDemo(page);
  for (const [name, parts] of [
    ['seat', ['rig', 'walls', 'search', 'listen']],
    ['marks', ['matters', 'range', 'pieces', 'second']],
    ['decay', ['panel', 'plan', 'room']],
    ['hang', ['piece', 'fixings', 'line', 'left']],
  ] as const) {
    await stage(page, name);
    for (const shown of parts) {
      await part(page, shown);
      if (name === 'hang') await page.locator('.elevation [data-hung]').first().focus();
      if (shown === 'search') await page.locator('[data-search]').click();
      if (shown === 'search') await expect(page.locator('[data-found]').first()).toBeVisible();
      if (shown === 'plan') await expect(page.locator('[data-answer]').first()).toBeVisible({ timeout: 30_000 });
      if (shown === 'second') await expect(page.locator('[data-second]').first()).toBeVisible();
      expect([shown, await serious(page, '.bench')]).toEqual([shown, []]);
    }
  }
  for (const look of [byDay, byNight]) {
    if (look === byNight) {
      await page.goto('/marks');
      await page.getByLabel('Night colours').click();
    }
    await page.goto('/sheet');
    await expect(page.getByRole('heading', { name: /Marking sheet/ })).toBeVisible();
    expect(await look(page)).toEqual([]);
    await page.goto('/hanging');
    await expect(page.locator('[data-fixing-row]').first()).toBeVisible();
    expect(await look(page)).toEqual([]);
    await page.goto('/site');
    await expect(page.locator('[data-site-mark]')).toBeVisible();
    expect(await look(page)).toEqual([]);
    await page.goto('/site-hang');
    await expect(page.locator('[data-site-piece]')).toBeVisible();
    expect(await look(page)).toEqual([]);
  }
});

test('nor in any part of Sign-off, in help, and beside an exercise', async ({ page }) => {
  await openDemo(page);
  await stage(page, 'signoff');
  for (const name of ['Where practice differs', 'By ear', 'Hear it', 'Before building', 'Scenarios']) {
    await page.getByRole('button', { name, exact: true }).click();
    expect([name, await serious(page, '.pages')]).toEqual([name, []]);
  }
  await page.locator('[data-scenario-name]').fill('Another');
  await page.locator('[data-scenario-make]').click();
  await expect(page.locator('table[data-fresh="true"]')).toBeVisible({ timeout: 120_000 });
  expect(['a scenario', await serious(page, '.pages')]).toEqual(['a scenario', []]);
  await page.keyboard.press('?');
  for (const name of ['Words and stages', 'Exercises', 'Keyboard']) {
    await page.getByRole('button', { name, exact: true }).click();
    expect([name, await byDay(page, '[data-help]')]).toEqual([name, []]);
  }
  await page.getByRole('button', { name: 'Exercises', exact: true }).click();
  await page.locator('[data-exercise="seat"] [data-begin]').click();
  await expect(page.locator('[data-exercise-panel]')).toBeVisible();
  expect(['exercise', await serious(page, '[data-exercise-panel]')]).toEqual(['exercise', []]);
});

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
  await page.locator('[data-part-tab="rig"]').click();
  await page.locator('[data-loudspeaker="L"]').focus();
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

test.describe.configure({ timeout: 300_000 });

test('typing a new width updates board, verdict and decay, and asks each study once', async ({ page }) => {
  await counting(page);
  await openPlain(page);
  await stage(page, 'survey');
  await field(page, 'Width, wall D to wall B').focus();
  const before = await page.locator('[data-measure="decay"]').innerText();
  const widths = ['401', '388', '395', '404'];
  await countEdits(page, 'a new width typed in Survey', (turn) => typeOver(page, widths[turn % widths.length]!));
  await typeOver(page, '486');
  await settled(page);
  await expect(page.locator('.board svg').getByText('486.0 cm × 534.0 cm')).toBeVisible();
  expect(await page.locator('[data-measure="decay"]').innerText()).not.toBe(before);
});

test('charts and tables follow an edit, and nothing is computed twice', async ({ page }) => {
  await counting(page);
  await openPlain(page);
  await stage(page, 'decay');
  await page.locator('[data-part-tab="panel"]').click();
  const chosen = page.locator('[data-row="chosen"]');
  const before = await chosen.innerText();
  await field(page, 'Depth of fill').focus();
  await countEdits(page, 'a new depth typed in Decay', (turn) =>
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
    await countEdits(page, `a width undone and redone in ${name}`, (turn) =>
      page.keyboard.press(turn % 2 === 0 ? 'Control+z' : 'Control+y'),
    );
  }
});
