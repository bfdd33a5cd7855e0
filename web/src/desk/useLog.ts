/** The project's log: what was heard, done and decided, with the time it was written. */
import { computed } from 'vue';
import type { LogEntry } from '@tawny/core/document/schema/project';
import { clerk } from '../stores/clerk';
import { useDocument } from '../stores/document';

export function useLog() {
  const doc = useDocument();
  const entries = computed(() => [...(doc.project?.log ?? [])].sort((a, b) => b.at.localeCompare(a.at)));
  function write(kind: LogEntry['kind'], text: string, readings: Record<string, number> = {}): void {
    const { at, id } = clerk();
    const entry: LogEntry = { id: id(), at, kind, text, readings: { ...readings } };
    doc.run({ type: 'write-log', entry });
  }
  const strike = (id: string) => doc.run({ type: 'strike-log', id });
  return { entries, write, strike };
}
