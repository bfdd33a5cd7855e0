import { ref } from 'vue';
import { SITE_VIEWS, useOneByOne } from './site';

const start = (done: string[]) => {
  const list = ref(['a', 'b', 'c']);
  const finished = ref(new Set(done));
  const way = useOneByOne(
    list,
    (thing) => finished.value.has(thing),
    (thing) => {
      const next = new Set(finished.value);
      if (!next.delete(thing)) next.add(thing);
      finished.value = next;
    },
  );
  return { list, finished, ...way };
};

test('one begins with the first that is not done, or with the first where all are', () => {
  expect(start(['a']).here.value).toBe('b');
  expect(start(['a', 'b', 'c']).here.value).toBe('a');
});

test('doing one goes on to the next, taking it back stays, the last stays', () => {
  const { here, frame, said } = start([]);
  said.done();
  expect([here.value, frame.value.done]).toEqual(['b', 1]);
  said.go(0);
  expect(frame.value.isDone).toBe(true);
  said.done();
  expect([here.value, frame.value.done, frame.value.isDone]).toEqual(['a', 0, false]);
  said.go(2);
  said.done();
  expect([here.value, frame.value.at, frame.value.count]).toEqual(['c', 2, 3]);
});

test('a list that becomes shorter shows its last; an empty one nothing, and nothing is done of it', () => {
  const { list, here, frame, said, finished } = start([]);
  said.go(2);
  list.value = ['a', 'b'];
  expect([here.value, frame.value.at]).toEqual(['b', 1]);
  list.value = [];
  said.done();
  expect([here.value, frame.value.count, finished.value.size]).toEqual([null, 0, 0]);
});

test('the taped place is asked for and put away; each view knows the other', () => {
  const { finding, frame, said } = start([]);
  said.find();
  expect([finding.value, frame.value.finding]).toEqual([true, true]);
  said.find();
  expect(frame.value.finding).toBe(false);
  expect(SITE_VIEWS('/site').map((v) => v.here)).toEqual([true, false]);
  expect(SITE_VIEWS('/site-hang').map((v) => v.here)).toEqual([false, true]);
});
