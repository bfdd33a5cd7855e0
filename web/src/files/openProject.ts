/** Ways a project comes onto the screen: last one, demo, new, copy, file. The open one is never lost by a refusal. */
import { createProject } from '@tawny/core/project/create';
import type { Project } from '@tawny/core/project/schema';
import { useDocument } from '../stores/document';
import { useSession } from '../stores/session';
import { demoProject, type DemoName, readFile } from './projectFiles';

export function newId(): string {
  return crypto.randomUUID().slice(0, 18);
}

export function useOpenProject() {
  const document = useDocument();
  const session = useSession();

  function show(project: Project, save: boolean): void {
    document.open(project, { save });
    session.lastProject = project.id;
    session.selection = null;
  }

  /** A project of the shelf; what cannot be read stays there and is told about. */
  async function openStored(id: string): Promise<'opened' | 'missing' | 'refused'> {
    const read = await document.load(id);
    if (!read) return 'missing';
    if (read.ok) {
      show(read.project, false);
      return 'opened';
    }
    session.refusal = { file: 'The project kept in this browser', problems: read.problems };
    return 'refused';
  }

  return {
    openStored,
    /** The stored demo with its edits, or the demo as shipped. */
    async openDemo(name: DemoName = 'bakehouse'): Promise<void> {
      const demo = demoProject(name);
      const state = await openStored(demo.id);
      // An unreadable record keeps its place on the shelf: the fresh demo gets a name of its own.
      if (state !== 'opened') show(state === 'missing' ? demo : { ...demo, id: newId() }, true);
    },
    startDemoAfresh(name: DemoName = 'bakehouse'): void {
      const demo = demoProject(name);
      show({ ...demo, id: newId(), name: `${demo.name} afresh` }, true);
    },
    openNew(name: string, box: { length: number; width: number; height: number }): void {
      show(createProject(newId(), name, box), true);
    },
    duplicate(): void {
      const project = document.stored;
      if (project) show({ ...project, id: newId(), name: `${project.name}, copy`.slice(0, 200) }, true);
    },
    /** A file from disk. An id already on the shelf gets a new one, so that nothing there is overwritten. */
    async openFile(file: File): Promise<boolean> {
      const read = await readFile(file);
      if (!read.ok) {
        session.refusal = { file: file.name, problems: read.problems };
        return false;
      }
      const known = (await document.list()).some((p) => p.id === read.project.id);
      show(known ? { ...read.project, id: newId() } : read.project, true);
      session.message = { text: `Opened ${file.name}.`, tone: 'plain' };
      return true;
    },
  };
}
