/**
 * What an act makes the page do, counted: elements changed, layouts, questions put to workers. Machines differ and are disturbed; counts
 * do not. How long things take is printed by `npm run bench`.
 */
import { expect, type Page } from '@playwright/test';

export interface Work {
  /** Elements added, or whose attributes or text changed, each once a frame. */
  changed: number;
  /** Elements on the page afterwards. */
  elements: number;
  /** Times the browser laid the page out. */
  layouts: number;
  /** Kinds of study asked for, in order. */
  asked: string[];
  /** Messages workers sent back. */
  answers: number;
}

interface Counter {
  changed: number;
  asked: string[];
  answers: number;
  /** Questions without an answer yet. */
  open: number;
  /** Frames since anything changed. */
  still: number;
}
declare global {
  interface Window {
    __work?: Counter;
  }
}

/** Begins to count; to be called before the page is opened. */
export async function counting(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const work: Counter = { changed: 0, asked: [], answers: 0, open: 0, still: 0 };
    window.__work = work;
    let touched = new Set<Node>();
    const seen = new MutationObserver((records) => {
      work.still = 0;
      for (const r of records) {
        touched.add(r.target);
        r.addedNodes.forEach((n) => touched.add(n));
      }
    });
    seen.observe(document, { subtree: true, childList: true, attributes: true, characterData: true });
    const frame = () => {
      work.changed += touched.size;
      if (touched.size === 0) work.still += 1;
      touched = new Set();
      requestAnimationFrame(frame);
    };
    requestAnimationFrame(frame);
    interface Asked {
      type: string;
      kind: string;
      inputs?: { task?: string; quality?: string };
    }
    window.Worker = class extends Worker {
      private waiting = 0;
      constructor(url: string | URL, options?: WorkerOptions) {
        super(url, options);
        this.addEventListener('message', (event: MessageEvent<{ type: string }>) => {
          if (event.data.type === 'alive') return;
          work.answers += 1;
          if (event.data.type === 'progress') return;
          this.waiting -= 1;
          work.open -= 1;
        });
      }
      override postMessage(message: unknown): void {
        const { type, kind, inputs } = message as Asked;
        if (type === 'run') {
          work.asked.push([kind, inputs?.task, inputs?.quality].filter((w) => w !== undefined).join('-'));
          this.waiting += 1;
          work.open += 1;
        }
        super.postMessage(message);
      }
      override terminate(): void {
        work.open -= this.waiting;
        this.waiting = 0;
        super.terminate();
      }
    };
  });
}

/** What `act` sets off until the page is still and every question is answered. */
export async function workOf(page: Page, act: () => Promise<void>): Promise<Work> {
  const session = await page.context().newCDPSession(page);
  await session.send('Performance.enable');
  const layouts = async () => {
    const { metrics } = await session.send('Performance.getMetrics');
    return metrics.find((m) => m.name === 'LayoutCount')!.value;
  };
  const before = await page.evaluate(() => {
    const w = window.__work!;
    w.still = 0;
    return { changed: w.changed, asked: w.asked.length, answers: w.answers };
  });
  const laidOut = await layouts();
  await act();
  await page.waitForFunction(() => window.__work!.open <= 0 && window.__work!.still > 3, null, { timeout: 120_000 });
  const after = await page.evaluate(() => ({
    ...window.__work!,
    elements: document.querySelectorAll('*').length,
  }));
  const laid = (await layouts()) - laidOut;
  await session.detach();
  return {
    changed: after.changed - before.changed,
    elements: after.elements,
    layouts: laid,
    asked: after.asked.slice(before.asked),
    answers: after.answers - before.answers,
  };
}

const told = (w: Work) =>
  `${w.changed} of ${w.elements} elements changed, ${w.layouts} layouts, asked ${w.asked.join(' ') || 'nothing'}, ${w.answers} messages back`;

/** An edit redraws the page a few times at most, and asks each study once. */
export async function countEdits(page: Page, name: string, edit: (turn: number) => Promise<void>): Promise<void> {
  for (let turn = 0; turn < 3; turn++) {
    const work = await workOf(page, () => edit(turn));
    process.stdout.write(`Page, ${name}: ${told(work)}\n`);
    expect(work.changed).toBeGreaterThan(0);
    expect(work.changed).toBeLessThanOrEqual(2 * work.elements);
    expect(work.asked).toEqual([...new Set(work.asked)]);
  }
}

/** A move of a drag in hand touches a part of the page and asks nobody anything. */
export async function countMoves(page: Page, name: string, move: (turn: number) => Promise<void>): Promise<void> {
  let changed = 0;
  for (let turn = 0; turn < 6; turn++) {
    const work = await workOf(page, () => move(turn));
    if (turn === 0) process.stdout.write(`${name}: ${told(work)}\n`);
    // Snapped to where it was, nothing changes.
    changed += work.changed;
    expect(work.asked).toEqual([]);
    expect(work.changed).toBeLessThanOrEqual(0.8 * work.elements);
    expect(work.layouts).toBeLessThanOrEqual(12);
  }
  expect(changed).toBeGreaterThan(0);
}

/** Types into the field that has the focus, keys only. */
export async function typeOver(page: Page, text: string): Promise<void> {
  await page.keyboard.press('Control+a');
  await page.keyboard.type(text);
  await page.keyboard.press('Enter');
}
