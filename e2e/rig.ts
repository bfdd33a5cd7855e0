/** What the journeys share: opening, going to a stage, typing into a field, reading the verdict line. */
import { fileURLToPath } from 'node:url';
import { expect, type Locator, type Page } from '@playwright/test';

export type StageName =
  'survey' | 'seat' | 'bass' | 'marks' | 'decay' | 'recipes' | 'hang' | 'build' | 'listen' | 'signoff';

export async function openDemo(page: Page): Promise<void> {
  await page.goto('/demo/bakehouse');
  await expect(page.locator('[data-project-name]')).toHaveText('Bakehouse');
  await settled(page);
}

const PLAIN = fileURLToPath(new URL('./fixtures/plain-room.tawny.json', import.meta.url));

/** A plain box kept in a file of version 1, for tests whose figures were worked out by hand. */
export async function openPlain(page: Page): Promise<void> {
  await openDemo(page);
  await openFile(page, PLAIN);
  await expect(page.locator('[data-project-name]')).toHaveText('Flour store');
  await settled(page);
}

/** Opens a project file through the dialog. */
export async function openFile(page: Page, path: string): Promise<void> {
  await page.getByRole('button', { name: 'Projects' }).click();
  await page.locator('[data-file]').setInputFiles(path);
  await expect(page.getByRole('dialog')).toBeHidden();
}

/** Part of the survey's bench. */
export async function surveyPart(page: Page, part: string): Promise<void> {
  await stage(page, 'survey');
  await page.locator(`[data-part-tab="${part}"]`).click();
}

/** Part of the bench shown: Decay, Bass, Seat … have several. */
export const part = (page: Page, name: string) => page.locator(`[data-part-tab="${name}"]`).click();

/** Opens one of the demo rooms at a stage. */
export async function openRoom(page: Page, name: string, at: StageName = 'marks'): Promise<void> {
  await page.goto(`/demo/${name}`);
  await settled(page);
  await stage(page, at);
}

/** Waits until the decay study has answered. */
export async function settled(page: Page): Promise<void> {
  await expect(page.locator('[data-measure="decay"]')).toBeVisible({ timeout: 60_000 });
  await expect(page.locator('[data-measure="decay"] .word')).not.toHaveText('computing …', { timeout: 60_000 });
}

export async function stage(page: Page, name: StageName): Promise<void> {
  await page.locator(`[data-stage="${name}"]`).click();
  await expect(page).toHaveURL(new RegExp(`/${name}$`));
}

export function field(page: Page, label: string): Locator {
  return page.getByRole('textbox', { name: label, exact: true }).first();
}

export async function type(page: Page, label: string, text: string): Promise<void> {
  const input = field(page, label);
  await input.click();
  await input.fill(text);
  await input.press('Enter');
}

/** Figure of a measure of the verdict line, minus signs read. */
export async function measure(page: Page, id: string): Promise<number> {
  const text = await page.locator(`[data-measure="${id}"] .figure`).innerText();
  return Number(text.replace('−', '-'));
}

/** The first room there is, made on the start page as it comes. */
export async function startRoom(page: Page, name: string): Promise<void> {
  await page.goto('/');
  const start = page.locator('[data-start]');
  await start.getByRole('button', { name: 'New room' }).click();
  await start.getByLabel('Name of the new room').fill(name);
  await start.getByRole('button', { name: 'Make the room' }).click();
  await settled(page);
}

/** Makes a new room through the dialog. */
export async function newRoom(
  page: Page,
  name: string,
  box: { length: string; width: string; height: string },
): Promise<void> {
  await page.getByRole('button', { name: 'Projects' }).click();
  await page.getByRole('button', { name: 'New room' }).click();
  const naming = page.getByLabel('Name of the new room');
  // It takes the focus by itself when it appears; typing elsewhere before that would end up in it.
  await expect(naming).toBeFocused();
  await naming.fill(name);
  const dialog = page.getByRole('dialog');
  for (const [label, text] of [
    ['Length, wall A to wall C', box.length],
    ['Width, wall D to wall B', box.width],
    ['Height', box.height],
  ] as const) {
    const input = dialog.getByRole('textbox', { name: label, exact: true });
    await input.fill(text);
    await input.press('Tab');
  }
  await dialog.getByRole('button', { name: 'Make the room' }).click();
  await expect(page.locator('[data-project-name]')).toHaveText(name);
  await settled(page);
}

/**
 * Presses Escape until something is gone: an overlay hears it only once it has become the topmost, a task after it is seen.
 */
export async function escapeFrom(page: Page, shown: Locator): Promise<void> {
  await expect(async () => {
    await page.keyboard.press('Escape');
    await expect(shown).toBeHidden({ timeout: 1500 });
  }).toPass();
}

/** Takes one of several in a row like the number fields. */
export async function choose(page: Page, label: string, option: string | RegExp): Promise<void> {
  await page.locator('.row', { hasText: label }).locator('.v-field').first().click();
  await page.getByRole('option', { name: option }).click();
}

/** Waits until the last edit is kept, so that a reload finds it. */
export async function saved(page: Page): Promise<void> {
  await expect(page.getByText(/^Saved( |$)/)).toBeVisible();
}
