/** Hearing the room of the open project: versions, a dry sound, and what came of them. */
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue';
import { isSound, type Project } from '@tawny/core/document/schema/project';
import { stereoPair } from '@tawny/core/document/place/placing';
import { readWav, writeWav } from '@tawny/core/formats/wav';
import { roomVersions } from '@tawny/core/studies/hear/versions';
import type { Rendered } from '@tawny/core/studies/hear/render';
import { endsOf } from '@tawny/core/studies/signoff/readings';
import { type DrySound, drySound } from '@tawny/core/synthesis/drySounds';
import { THE_ROOM } from '@tawny/core/words/scenarios';
import { createAbPlayer } from '../../audio/abPlayer';
import { resampled } from '../../audio/resampled';
import { download } from '../../charts/download';
import { fileNameOf } from '../../files/projectFiles';
import { useRecordings } from '../../measured/recordings';
import { useDocument } from '../../stores/document';
import { useSession } from '../../stores/session';

const VERSION_WORDS: Readonly<Record<string, string>> = {
  before: 'Before: nothing hung',
  planned: 'As planned',
  room: THE_ROOM,
};
const RATE = 48000;
/** Which of both channels is sent. */
const PLAYED = { both: [true, true], left: [true, false], right: [false, true] } as const;
/** A sound of one's own is heard for so long, s. */
const MOST_S = 20;

export function useHear() {
  const doc = useDocument();
  const session = useSession();
  const recordings = useRecordings();
  const player = createAbPlayer();
  onScopeDispose(player.stop);

  const project = computed(() => doc.project!);
  const possible = computed(() => stereoPair(project.value) !== null);
  const newest = computed(() => endsOf(project.value.measured).at(-1));
  const versions = computed(() => [
    ...roomVersions(doc.stored!).map((version) => ({
      ...{ id: version.id, version },
      name: version.name === null ? VERSION_WORDS[version.id]! : `As “${version.name}”`,
    })),
    ...(newest.value && isSound(newest.value.holds)
      ? [{ id: 'measured', version: null, name: `Measured: ${newest.value.title}` }]
      : []),
  ]);
  const chosen = ref<string[]>(versions.value.slice(0, 2).map((v) => v.id));
  const nameOf = (id: string) => versions.value.find((v) => v.id === id)?.name ?? id;

  const sound = ref<DrySound | 'own'>('plucks');
  const own = shallowRef<{ name: string; left: Float32Array; right: Float32Array; rate: number } | null>(null);
  /** Who plays: what one loudspeaker would be sent, the other is not. */
  const by = ref<keyof typeof PLAYED>('both');
  const refused = ref('');
  async function bring(file: File): Promise<void> {
    refused.value = '';
    const read = readWav(new Uint8Array(await file.arrayBuffer()));
    if (!read.ok) return void (refused.value = `${file.name}: ${read.message}`);
    const { channels, rate } = read.wav;
    const part = (c: Float32Array) => c.slice(0, MOST_S * rate);
    own.value = { name: file.name, left: part(channels[0]!), right: part(channels[1] ?? channels[0]!), rate };
    sound.value = 'own';
  }

  const result = shallowRef<{ of: Project; list: Rendered[] } | null>(null);
  const working = ref(false);
  const current = computed(() => result.value !== null && result.value.of === project.value);
  async function make(): Promise<void> {
    player.stop();
    working.value = true;
    const of = project.value;
    const brought = sound.value === 'own' ? own.value : null;
    // What is made here is made at the rate of a measurement it is to be heard beside.
    const holds = chosen.value.includes('measured') ? newest.value?.holds : undefined;
    const measuredRate = holds && isSound(holds) ? holds.rate : RATE;
    const rate = measuredRate;
    const stereo = brought
      ? await resampled([brought.left, brought.right], brought.rate, rate)
      : drySound(sound.value as DrySound, rate).map((c) => Float32Array.from(c));
    const dry = stereo.map((c, i) => (PLAYED[by.value][i] ? c : new Float32Array(c.length))) as [
      Float32Array<ArrayBuffer>,
      Float32Array<ArrayBuffer>,
    ];
    const asked = versions.value
      .filter((v) => chosen.value.includes(v.id))
      .map(({ id, version }) => (version ? { id, project: version.room() } : { id, measurement: newest.value! }));
    try {
      const list = await recordings.hear(asked, dry, rate);
      result.value = list && list.length > 0 ? { of, list } : null;
      if (list && list.length < asked.length)
        refused.value = 'A measurement is left out: its samples are not in this browser.';
    } finally {
      working.value = false;
    }
  }
  watch([sound, chosen, by], () => {
    player.stop();
    result.value = null;
    refused.value = '';
  });

  const volume = ref(-18);
  watch(volume, (db) => player.volume(db));
  const play = (id: string) => {
    if (!result.value) return;
    if (player.playing.value) player.change(id);
    else player.play(result.value.list, id, volume.value);
  };
  function save(id: string): void {
    const found = result.value?.list.find((r) => r.id === id);
    if (!found) return;
    const bytes = writeWav([found.left, found.right], found.rate);
    download(
      `${fileNameOf(project.value.name)}-${id.replace(/\W+/g, '-')}.wav`,
      new Blob([bytes], { type: 'audio/wav' }),
    );
  }
  const busy = computed(() => (working.value ? recordings.busy.value : null));
  return {
    ...{ session, possible, versions, chosen, nameOf, sound, by, own, refused, bring },
    ...{ result, current, make, working, busy, failed: recordings.failed, player, play, save, volume },
  };
}
