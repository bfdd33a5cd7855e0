import { hashOf } from './setup.mjs';
import { ensureChromium } from './chromium.mjs';

test('the hash of files changes with their content and order of names, not by itself', () => {
  expect(hashOf(['package.json'])).toBe(hashOf(['package.json']));
  expect(hashOf(['package.json', '.npmrc'])).not.toBe(hashOf(['.npmrc', 'package.json']));
});

test('a browser named by the environment is taken before any other', () => {
  const before = process.env.CHROMIUM;
  process.env.CHROMIUM = process.execPath;
  const answer = ensureChromium();
  if (before === undefined) delete process.env.CHROMIUM;
  else process.env.CHROMIUM = before;
  expect(answer.ok).toBe(true);
});
