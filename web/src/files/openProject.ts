/** Ways a project comes onto the screen by itself: the last one, or a demo. The open one is never lost by a refusal. */
import type { Project } from '@tawny/core/document/schema/project';
import { newId } from '../persistence/ids';
import { useDocument } from '../stores/document';
import { useSession } from '../stores/session';
import { demoProject, type DemoName } from './demos';

export function useOpenProject() {
  const document = useDocument();
  const session = useSession();

  function settle(project: Project): void {
    session.lastProject = project.id;
    session.selection = null;
  }
  function show(project: Project): void {
    document.open(project);
    settle(project);
  }

  /** A project of the shelf; what cannot be read stays there and is told about; so is storage that does not answer. */
  async function openStored(id: string): Promise<'opened' | 'missing' | 'refused' | 'unavailable'> {
    try {
      const opened = await document.openStored(id);
      if (opened.kind === 'opened') settle(opened.project);
      if (opened.kind === 'refused')
        session.refusal = { file: `“${opened.name}”, kept in this browser,`, problems: opened.problems, id };
      return opened.kind;
    } catch (error) {
      document.storageFailed(error);
      return 'unavailable';
    }
  }

  /** The project open last, or the one saved last where that is not known: a browser killed may have forgotten which it was. */
  async function openLast(): Promise<void> {
    const last = session.lastProject;
    const state = last === null ? 'missing' : await openStored(last);
    if (state !== 'missing') return;
    const [newest] = await document.list().catch(() => []);
    if (newest) await openStored(newest.id);
  }

  return {
    show,
    openStored,
    openLast,
    /** The stored demo with its edits, or the demo as shipped. */
    async openDemo(name: DemoName = 'bakehouse'): Promise<void> {
      const demo = await demoProject(name);
      // Where nothing was ever opened nothing is stored: the first drawing does not wait for the database.
      const state = session.lastProject === null ? 'missing' : await openStored(demo.id);
      // An unreadable record keeps its place on the shelf: the fresh demo gets a name of its own.
      if (state !== 'opened') show(state === 'refused' ? { ...demo, id: newId() } : demo);
    },
  };
}
