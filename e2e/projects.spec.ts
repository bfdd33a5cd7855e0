/** Projects: names, copies, removing, the last one opened again, two tabs, settings that stay. */
import { expect, test } from '@playwright/test';
import { field, measure, newRoom, openDemo, openPlain, settled, stage, type } from './rig';

test('rename, copy, switch and remove', async ({ page }) => {
  await openDemo(page);
  await page.locator('[data-project-name]').click();
  const name = page.getByLabel('Name of the project');
  await name.fill('Bakehouse, plan B');
  await name.press('Enter');
  await expect(page.locator('[data-project-name]')).toHaveText('Bakehouse, plan B');
  await page.getByRole('button', { name: 'Undo the name' }).click();
  await expect(page.locator('[data-project-name]')).toHaveText('Bakehouse');

  await page.getByRole('button', { name: 'Projects' }).click();
  await page.getByRole('button', { name: 'Copy this one' }).click();
  await expect(page.locator('[data-project-name]')).toHaveText('Bakehouse, copy');
  await stage(page, 'survey');
  await type(page, 'Height', '3 m');

  // The original is as it was.
  await page.getByRole('button', { name: 'Projects' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: /^Bakehouse\s+(?!,)/ }).click();
  await expect(page.locator('[data-project-name]')).toHaveText('Bakehouse');
  await expect(field(page, 'Height')).toHaveValue('268.0');

  // Removing asks once more, and cannot be done to the open one.
  await page.getByRole('button', { name: 'Projects' }).click();
  await expect(dialog.getByRole('button', { name: 'Remove' })).toHaveCount(1);
  await dialog.getByRole('button', { name: 'Remove' }).click();
  await dialog.getByRole('button', { name: 'Remove for good' }).click();
  await expect(dialog.getByText('Bakehouse, copy')).toHaveCount(0);
});

test('the last project opens again, with its units and colours', async ({ page }) => {
  await openDemo(page);
  await newRoom(page, 'Cider loft', { length: '4.2', width: '3.1', height: '2.3' });
  await page.getByRole('button', { name: /^Units of length/ }).click();
  await page.getByLabel('Night colours').click();
  await expect(page.getByRole('status').filter({ hasText: 'Saved' })).toBeVisible();
  await page.goto('/survey');
  await settled(page);
  await expect(page.locator('[data-project-name]')).toHaveText('Cider loft');
  await expect(field(page, 'Height')).toHaveValue(/′/);
  await expect(page.getByLabel('Day colours')).toBeVisible();
});

test('the first start says what this is, with three ways in; a new room is led', async ({ page }) => {
  await page.goto('/');
  const start = page.locator('[data-start]');
  await expect(start).toContainText('Tape a room and set out its loudspeakers.');
  await expect(start.getByRole('button', { name: 'Open a file' })).toBeVisible();
  await expect(start.locator('[data-demo]')).toHaveCount(3);
  await start.getByRole('button', { name: 'New room' }).click();
  await start.getByLabel('Name of the new room').fill('Attic');
  await start.getByRole('button', { name: 'Make the room' }).click();
  await settled(page);
  await expect(page.locator('[data-project-name]')).toHaveText('Attic');
  const next = page.locator('[data-next]');
  await expect(next).toContainText('So far this is a bare box.');
  await stage(page, 'marks');
  await expect(next).toContainText('The loudest bare mark is');
  await next.getByRole('button', { name: 'Choose it' }).click();
  await expect(page.locator('[data-chosen-mark]')).toBeVisible();
  await stage(page, 'build');
  await next.getByRole('button', { name: 'Decay' }).click();
  await expect(page).toHaveURL(/\/decay$/);
});

test('an edit in one tab shows in the other', async ({ page, context }) => {
  await openPlain(page);
  await stage(page, 'survey');
  const other = await context.newPage();
  await other.goto('/survey');
  await settled(other);
  await type(page, 'Width, wall D to wall B', '4.11');
  await expect(field(other, 'Width, wall D to wall B')).toHaveValue('411.0');
});

test('bad input stays in its field with a sentence and changes nothing', async ({ page }) => {
  await openPlain(page);
  await stage(page, 'survey');
  const before = await measure(page, 'notch');
  const width = field(page, 'Width, wall D to wall B');
  await width.fill('80 m');
  await width.press('Enter');
  await expect(page.getByText('8000.0 cm is out of range: from 50.0 cm to 6000.0 cm.')).toBeVisible();
  await expect(width).toHaveValue('80 m');
  expect(await measure(page, 'notch')).toBe(before);
  await width.press('Escape');
  await expect(width).toHaveValue('392.0');
  await width.press('ArrowUp');
  await expect(width).toHaveValue('393.0');
  await width.press('Shift+ArrowDown');
  await expect(width).toHaveValue('383.0');
});
