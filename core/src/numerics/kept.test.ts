import { createKept } from './kept';

describe('keeping', () => {
  test('the same owner and key are worked out once, others of their own, undefined included', () => {
    const kept = createKept<number | undefined>();
    const [one, other] = [{}, {}];
    let made = 0;
    const ask = (owner: object, key: unknown, value: number | undefined) =>
      kept(owner, key, () => {
        made += 1;
        return value;
      });
    expect([ask(one, ['a', 1], 5), ask(one, ['a', 1], 6), ask(one, ['a1'], 7), ask(other, ['a', 1], 8)]).toEqual([
      5, 5, 7, 8,
    ]);
    expect(ask(one, null, undefined)).toBeUndefined();
    expect(ask(one, null, 9)).toBeUndefined();
    expect(made).toBe(4);
  });

  test('an owner with too many keys starts afresh', () => {
    const kept = createKept<number>(2);
    const owner = {};
    let made = 0;
    for (const key of [1, 2, 1, 3, 1]) kept(owner, key, () => (made += 1));
    expect(made).toBe(4);
  });
});
