/** Measuring live: what the page plays goes through a room of known decay and comes back at its input; refusals, Stop, a page that is hidden. */
import { expect, type Page, test } from '@playwright/test';
import { choose, openDemo, part, stage, type } from './rig';

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
      // One microphone hears both outputs.
      room = new ConvolverNode(this, {
        buffer,
        disableNormalization: true,
        channelCount: 1,
        channelCountMode: 'explicit',
      });
      connect.call(room, ear);
      const quiet = this.createBuffer(1, rate, rate);
      const n = quiet.getChannelData(0);
      for (let i = 0; i < rate; i++) n[i] = 3e-5 * next();
      const hiss = new AudioBufferSourceNode(this, { buffer: quiet, loop: true });
      connect.call(hiss, ear);
      hiss.start();
      // The input is opened first: others play, and are not listened to.
      if ('knock' in window) return;
      const own = ear;
      const knock = () => {
        const bang = this.createBuffer(1, rate / 2, rate);
        bang.getChannelData(0).forEach((_, i, b) => (b[i] = 0.2 * next()));
        const source = new AudioBufferSourceNode(this, { buffer: bang });
        connect.call(source, own);
        source.start();
      };
      Object.assign(window, { knock });
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

test('left, then right; a sentence; and what is louder than the room is waited for', async ({ page }) => {
  await page.addInitScript(ROOM);
  await openLive(page);
  await expect(page.locator('[data-opened]')).toBeVisible();
  await type(page, 'Sweep', '3');
  await choose(page, 'What plays', 'L, then R');
  await page.locator('[data-sweep]').click();
  for (const letter of ['R', 'L'])
    await expect(page.locator(`[data-measurement="${letter}, Seat"]`)).toBeVisible({ timeout: 60_000 });
  await part(page, 'take');
  await choose(page, 'What plays', 'nothing: a voice');
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(page.locator('[data-measurement="A sentence, Seat"]')).toBeVisible({ timeout: 60_000 });
  await expect(page.getByRole('list', { name: 'Spoken sentences' })).toContainText(/played 0\.0 dB/);
  await page.locator('[data-play-all]').click();
  await expect(page.getByRole('button', { name: 'Stop A sentence, Seat' })).toBeVisible();
  await page.locator('[data-play-all]').click();
  await part(page, 'take');
  await choose(page, 'What plays', 'nothing: the noise');
  await page.locator('[data-watch]').click();
  // A door: half a second of noise in the room, when the room at rest is known.
  await expect(page.locator('[data-watching]')).toContainText('waiting for something louder');
  await expect
    .poll(
      async () => {
        await page.evaluate(() => (window as unknown as { knock: () => void }).knock());
        return page.locator('[data-watching]').innerText();
      },
      { intervals: [1500], timeout: 60_000 },
    )
    .toMatch(/\d+ noted/);
  // Who goes elsewhere loses nothing of it.
  await stage(page, 'seat');
  await stage(page, 'listen');
  await part(page, 'noise');
  await expect(page.locator('[data-events]')).toContainText('more than 10 dB out of the room at rest');
  await expect(page.getByRole('table', { name: 'Loud events' }).locator('tbody tr').first()).toBeVisible();
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
  await expect(page.locator('[data-measurement]')).toHaveCount(13);
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
