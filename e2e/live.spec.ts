/** Measuring live: what the page plays goes through a room of known decay and comes back at its input; refusals, Stop, a page that is hidden. */
import { expect, type Page, test } from '@playwright/test';
import { openDemo, part, stage, type } from './rig';

/** In place of loudspeaker, room and microphone: an impulse response that falls by 60 dB in 0.4 s, behind 5 ms, and a little noise. */
const ROOM = () => {
  const Own = AudioContext;
  const connect = Object.getOwnPropertyDescriptor(AudioNode.prototype, 'connect')!.value as (
    this: AudioNode,
    node: AudioNode,
  ) => AudioNode;
  let ear: MediaStreamAudioDestinationNode | null = null;
  let room: ConvolverNode | null = null;
  class Wired extends Own {
    constructor(options?: AudioContextOptions) {
      super(options);
      ear = this.createMediaStreamDestination();
      const rate = this.sampleRate;
      const buffer = this.createBuffer(1, rate, rate);
      const h = buffer.getChannelData(0);
      let seed = 1;
      const next = () => (seed = (seed * 16807) % 2147483647) / 2147483647 - 0.5;
      const start = Math.round(0.005 * rate);
      for (let i = start; i < rate; i++) h[i] = 0.12 * Math.exp((-6.9078 * (i - start)) / rate / 0.4) * next();
      h[start] = 0.5;
      room = new ConvolverNode(this, { buffer, disableNormalization: true });
      connect.call(room, ear);
      const quiet = this.createBuffer(1, rate, rate);
      const n = quiet.getChannelData(0);
      for (let i = 0; i < rate; i++) n[i] = 3e-5 * next();
      const hiss = new AudioBufferSourceNode(this, { buffer: quiet, loop: true });
      connect.call(hiss, ear);
      hiss.start();
    }
  }
  Object.assign(window, { AudioContext: Wired });
  AudioNode.prototype.connect = function (this: AudioNode, node: AudioNode) {
    return connect.call(this, node instanceof AudioDestinationNode ? room! : node);
  } as AudioNode['connect'];
  Object.defineProperty(navigator.mediaDevices, 'getUserMedia', { value: () => Promise.resolve(ear!.stream) });
};

async function openLive(page: Page): Promise<void> {
  await openDemo(page);
  await stage(page, 'listen');
  await part(page, 'take');
  await page.locator('[data-open-input]').click();
}

test('a sweep played and recorded gives the decay of its room back; it is kept with the input it came from', async ({
  page,
}) => {
  await page.addInitScript(ROOM);
  await openLive(page);
  await expect(page.locator('[data-opened]')).toContainText(/\d+ Hz/);
  await page.locator('[data-find-level]').click();
  await expect(page.getByText('dB over the noise: good.')).toBeVisible({ timeout: 60_000 });
  await type(page, 'Sweep', '3');
  await page.locator('[data-sweep]').click();
  await expect(page.getByText(/\d s left/)).toBeVisible();
  await expect(page.locator('[data-measurement="L, Seat"]')).toBeVisible({ timeout: 60_000 });
  await part(page, 'decay');
  const row = page.locator('[aria-label="Figures of the decay"] tbody tr').nth(4);
  await expect(row.locator('td').first()).toHaveText('1k');
  await expect.poll(async () => Number(await row.locator('td').nth(2).innerText())).toBeGreaterThan(0.36);
  expect(Number(await row.locator('td').nth(2).innerText())).toBeLessThan(0.44);
});

test('Escape silences and breaks off, a hidden page too; nothing of it is kept, and it can be taken again', async ({
  page,
}) => {
  await page.addInitScript(ROOM);
  await openLive(page);
  await expect(page.locator('[data-opened]')).toBeVisible();
  await page.locator('[data-sweep]').click();
  await expect(page.locator('[data-stop]')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByText('The measurement was stopped.')).toBeVisible();
  await page.locator('[data-sweep]').click();
  await expect(page.locator('[data-stop]')).toBeVisible();
  await page.evaluate(() => {
    Object.defineProperty(document, 'hidden', { value: true, configurable: true });
    document.dispatchEvent(new Event('visibilitychange'));
  });
  await expect(page.getByText(/The page was hidden while it measured/)).toBeVisible();
  await expect(page.locator('[data-sweep]')).toBeEnabled();
  await part(page, 'kept');
  await expect(page.locator('[data-measurement]')).toHaveCount(11);
});

test('an input that is refused, or is none, is a sentence with what to do', async ({ page }) => {
  await page.addInitScript(() => {
    let asked = 0;
    Object.defineProperty(navigator.mediaDevices, 'getUserMedia', {
      value: () => Promise.reject(new DOMException('', asked++ === 0 ? 'NotAllowedError' : 'NotFoundError')),
    });
  });
  await openLive(page);
  await expect(page.getByText(/may not use the microphone\. Allow it/)).toBeVisible();
  await page.locator('[data-open-input]').click();
  await expect(page.getByText(/There is no such input/)).toBeVisible();
});
