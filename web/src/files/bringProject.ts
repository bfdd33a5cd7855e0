/** Ways a person brings a project onto the screen: a demo afresh, a new room, a copy, a file. They come when they are wanted. */
import { newId } from '../persistence/ids';
import { useDocument } from '../stores/document';
import { useSession } from '../stores/session';
import { demoProject, type DemoName } from './demos';
import { useOpenProject } from './openProject';

/** An archive begins with these two letters, whatever it is called. */
const isArchive = async (file: File): Promise<boolean> => (await file.slice(0, 2).text()) === 'PK';

export function useBringProject() {
  const document = useDocument();
  const session = useSession();
  const ways = useOpenProject();
  const { show } = ways;

  return {
    ...ways,
    async startDemoAfresh(name: DemoName = 'bakehouse'): Promise<void> {
      const demo = await demoProject(name);
      show({ ...demo, id: newId(), name: `${demo.name} afresh` });
    },
    /** What a new room begins with comes when one is wanted. */
    async openNew(name: string, box: { length: number; width: number; height: number }): Promise<void> {
      const { createProject } = await import('@tawny/core/document/create');
      show(createProject(newId(), name, box));
    },
    duplicate(): void {
      const project = document.stored;
      if (project) show({ ...project, id: newId(), name: `${project.name}, copy`.slice(0, 200) });
    },
    /** A file from disk. An id already on the shelf gets a new one, so that nothing there is overwritten. */
    async openFile(file: File): Promise<boolean> {
      const read = (await isArchive(file))
        ? await (await import('./archives')).openArchive(file)
        : await (await import('./projectFiles')).readFile(file);
      if (!read.ok) {
        session.refusal = { file: file.name, problems: read.problems };
        return false;
      }
      const known = (await document.list().catch(() => [])).some((p) => p.id === read.project.id);
      show(known ? { ...read.project, id: newId() } : read.project);
      session.message = { text: `Opened ${file.name}.`, tone: 'plain' };
      return true;
    },
  };
}
