/** What the parts of the survey share: the document, walls to choose from, fresh ids, putting and taking away. */
import { computed } from 'vue';
import type { Put, ThingList } from '@tawny/core/document/commands/commands';
import { allMaterials } from '@tawny/core/document/materials';
import { useDocument } from '../../stores/document';
import { useAnswers } from '../../answers/answers';
import { useSession } from '../../stores/session';

export function useSurvey() {
  const doc = useDocument();
  const answers = useAnswers();
  const session = useSession();
  const project = computed(() => doc.project!);
  const setting = computed(() => answers.glance!.setting);
  const nameOfWall = (wall: string) => {
    const face = setting.value.faces.find((f) => f.id === wall);
    return face ? `${wall}, ${face.name}` : wall;
  };
  const walls = computed(() => project.value.room.corners.map((c) => ({ value: c.wall, title: nameOfWall(c.wall) })));
  const materials = computed(() => allMaterials(project.value));
  const pickedId = computed(() => session.selection?.id ?? null);

  /** An id nobody uses, with the kind in front so that a file reads well. */
  function freshId(kind: string): string {
    const { room } = project.value;
    const used = new Set([
      ...Object.keys(room.surfaces),
      ...[room.openings, room.patches, room.furniture].flatMap((list) => list.map((t) => t.id)),
    ]);
    let n = 1;
    while (used.has(`${kind}-${n}`)) n += 1;
    return `${kind}-${n}`;
  }
  /** Puts a thing; true when it was taken. */
  function put(what: Put): boolean {
    return doc.run({ type: 'put', ...what });
  }
  function takeAway(list: ThingList, id: string): void {
    if (doc.run({ type: 'take-away', list, id }) && session.selection?.id === id) session.selection = null;
  }
  /** A number for a further thing of one name: "Window 2". */
  function numbered(name: string, names: readonly string[]): string {
    let n = 1;
    const say = () => (n === 1 ? name : `${name} ${n}`);
    while (names.includes(say())) n += 1;
    return say();
  }
  return {
    doc,
    answers,
    session,
    project,
    setting,
    walls,
    materials,
    pickedId,
    nameOfWall,
    freshId,
    put,
    takeAway,
    numbered,
  };
}
