/** Nothing lost: leaving right after an edit, two tabs, storage that refuses, a project removed elsewhere. */
import { expect, type Page, test } from '@playwright/test';
import { field, openDemo, openPlain, settled, stage, type } from './rig';

const WIDTH = 'Width, wall D to wall B';

/** One edit by keyboard, and gone at once: no wait for anything but the edit itself. */
async function editAndLeave(page: Page, leave: () => Promise<unknown>): Promise<string> {
  const width = field(page, WIDTH);
  await width.press('ArrowUp');
  const left = await width.inputValue();
  await leave();
  return left;
}

test('reloading, going elsewhere and closing right after an edit lose none', async ({ page, context }) => {
  await openPlain(page);
  await stage(page, 'survey');
  const outcomes: string[] = [];
  let at = page;
  for (let round = 0; round < 12; round++) {
    const way = (['reload', 'elsewhere', 'close'] as const)[round % 3]!;
    const now = at;
    const left = await editAndLeave(now, async () => {
      if (way === 'reload') return now.reload();
      if (way === 'elsewhere') return now.goto('about:blank');
      return now.close();
    });
    if (way === 'close') at = await context.newPage();
    if (way !== 'reload') await at.goto('/survey');
    await expect(field(at, WIDTH)).toBeVisible();
    const found = await field(at, WIDTH).inputValue();
    outcomes.push(found === left ? 'kept' : `${way}: ${left} became ${found}`);
  }
  expect(outcomes).toEqual(outcomes.map(() => 'kept'));
});

test('two tabs edit at once: both edits stand in both, and undo goes on', async ({ page, context }) => {
  await openPlain(page);
  await stage(page, 'survey');
  const other = await context.newPage();
  await other.goto('/survey');
  await settled(other);
  await type(page, WIDTH, '4.11');
  await type(other, 'Height', '2.61');
  await expect(field(page, 'Height')).toHaveValue('261.0');
  await expect(field(other, WIDTH)).toHaveValue('411.0');
  await expect(field(other, 'Height')).toHaveValue('261.0');
  // Own edits can be undone after the other's came in, and only they.
  await page.getByRole('button', { name: /^Undo/ }).first().click();
  await expect(field(page, WIDTH)).toHaveValue('392.0');
  await expect(field(page, 'Height')).toHaveValue('261.0');
  await expect(field(other, WIDTH)).toHaveValue('392.0');
});

test('a project removed in one tab does not come back from the other by itself', async ({ page, context }) => {
  await openPlain(page);
  await stage(page, 'survey');
  await expect(page.getByRole('status').filter({ hasText: 'Saved' })).toBeVisible();
  const other = await context.newPage();
  await openDemo(other);
  await other.getByRole('button', { name: 'Projects' }).click();
  const dialog = other.getByRole('dialog');
  const row = dialog.getByRole('listitem').filter({ hasText: 'Flour store' });
  await row.getByRole('button', { name: 'Remove' }).click();
  await row.getByRole('button', { name: 'Remove for good' }).click();
  const told = page.locator('[data-not-kept]');
  await expect(told).toContainText('removed in another window');
  await type(page, 'Height', '2.6');
  await expect(told).toBeVisible();
  await told.getByRole('button', { name: 'Keep it here again' }).click();
  await expect(told).toBeHidden();
  await other.reload();
  await other.getByRole('button', { name: 'Projects' }).click();
  await expect(dialog.getByText('Flour store')).toBeVisible();
});

/** Ways storage refuses. */
const REFUSALS: [name: string, refuse: () => void][] = [
  [
    'there is none',
    () => {
      Object.defineProperty(window, 'indexedDB', { value: undefined });
      Object.defineProperty(window, 'localStorage', {
        get() {
          throw new DOMException('denied', 'SecurityError');
        },
      });
    },
  ],
  [
    'it never answers',
    () => {
      Object.defineProperty(window, 'indexedDB', {
        value: { open: () => new EventTarget(), cmp: () => 0, deleteDatabase: () => new EventTarget() },
      });
    },
  ],
  [
    'it is full',
    () => {
      IDBObjectStore.prototype.put = () => {
        throw new DOMException('full', 'QuotaExceededError');
      };
    },
  ],
];
for (const [name, refuse] of REFUSALS) {
  test(`storage: ${name}: the demo opens, is worked on and saved to a file, and it stands there that it is not kept`, async ({
    page,
  }) => {
    await page.addInitScript(refuse);
    await openDemo(page);
    const told = page.locator('[data-not-kept]');
    await expect(told).toContainText('Not kept in this browser: save to a file.');
    await stage(page, 'survey');
    await type(page, 'Height', '2.7');
    await expect(field(page, 'Height')).toHaveValue('270.0');
    await expect(told).toBeVisible();
    const download = page.waitForEvent('download');
    await told.getByRole('button', { name: 'Save to a file' }).click();
    expect((await download).suggestedFilename()).toBe('bakehouse.tawny.json');
  });
}

test('a record nobody can read is named, kept as it lies and not written over; the start goes on', async ({ page }) => {
  await openPlain(page);
  await expect(page.getByRole('status').filter({ hasText: 'Saved' })).toBeVisible();
  await page.evaluate(
    () =>
      new Promise<void>((done, no) => {
        const request = indexedDB.open('tawny-hall');
        request.onerror = () => no(new Error('not opened'));
        request.onsuccess = () => {
          const store = request.result.transaction('projects', 'readwrite').objectStore('projects');
          const all = store.getAll();
          all.onsuccess = () => {
            const record = (all.result as { name: string }[]).find((r) => r.name === 'Flour store')!;
            store.put({ ...record, project: { format: 'tawny-hall-project', version: 2, room: 7 } }).onsuccess = () =>
              done();
          };
        };
      }),
  );
  await page.goto('/survey');
  const refusal = page.locator('[data-refusal]');
  await expect(refusal).toContainText('“Flour store”, kept in this browser, was not opened');
  const download = page.waitForEvent('download');
  await refusal.getByRole('button', { name: 'Save what is there to a file' }).click();
  await download;
  await refusal.getByRole('button', { name: 'Close' }).click();
  await expect(page.locator('[data-start]')).toBeVisible();
});

test('the project saved last opens also where the browser has forgotten which it was', async ({ page }) => {
  await openPlain(page);
  await expect(page.getByRole('status').filter({ hasText: 'Saved' })).toBeVisible();
  await page.evaluate(() => localStorage.clear());
  await page.goto('/survey');
  await expect(page.locator('[data-project-name]')).toHaveText('Flour store');
});
