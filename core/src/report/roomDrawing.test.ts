import DxfParser from 'dxf-parser';
import { GLTFLoader } from 'three/examples/jsm/loaders/GLTFLoader.js';
import { Box3, type Mesh, Triangle, Vector3 } from 'three';
import { validateBytes } from 'gltf-validator';
import { drawingDxf, drawingSvg } from '../formats/drawing';
import { gltfBinary } from '../formats/gltf';
import { readOutlineFile } from '../formats/outlineFile';
import { createProject } from '../document/create';
import { door, edited, plainBox, wardrobe } from '../testing/rooms';
import { roomDrawing, roomFaces } from './roomDrawing';
import { studyMarks } from '../studies/marks/study';
import { settingOf } from '../room/setting';
import { studySurvey } from '../studies/survey/study';

const room = edited(
  plainBox(),
  { type: 'insert-recess', wall: 'C', from: 0, width: 2, depth: 1.5 },
  { type: 'set-ceiling', ceiling: { shape: 'pitch', along: 'A', top: 3.4 } },
  { type: 'put', list: 'openings', thing: door() },
  { type: 'put', list: 'furniture', thing: wardrobe() },
);
const setting = settingOf(room);
const drawing = roomDrawing({
  setting,
  swings: studySurvey(room, setting).result.swings,
  marks: studyMarks(room, setting).result.marks,
});

interface Entity {
  type: string;
  layer: string;
  vertices: { x: number; y: number }[];
}

describe('the DXF, read by another program', () => {
  const dxf = new DxfParser().parseSync(drawingDxf(drawing))!;
  const entities = dxf.entities as unknown as Entity[];

  test('is in millimetres on named layers', () => {
    expect((dxf.header as Record<string, unknown>).$INSUNITS).toBe(4);
    const layers = new Set(entities.map((e) => e.layer));
    for (const layer of ['PLAN', 'WALLS', 'OPENINGS', 'FURNITURE', 'SEAT', 'MARKS', 'NOTES'])
      expect(layers).toContain(layer);
  });

  test('holds the plan 1:1: every wall has its length', () => {
    const plan = entities.find((e) => e.layer === 'PLAN' && e.type === 'LWPOLYLINE')!.vertices;
    const sides = plan.map((a, i) => {
      const b = plan[(i + 1) % plan.length]!;
      return Math.hypot(b.x - a.x, b.y - a.y);
    });
    const walls = setting.faces.filter((f) => f.kind === 'wall').map((f) => f.length * 1000);
    expect(sides).toHaveLength(walls.length);
    sides.forEach((s, i) => expect(s).toBeCloseTo(walls[i]!, 3));
  });

  test('holds the wall strip with true outlines: areas in mm² are those of the faces', () => {
    const strip = entities.filter((e) => e.layer === 'WALLS' && e.type === 'LWPOLYLINE');
    const areas = strip.map(({ vertices: v }) =>
      Math.abs(v.reduce((sum, a, i) => sum + a.x * v[(i + 1) % v.length]!.y - v[(i + 1) % v.length]!.x * a.y, 0) / 2),
    );
    const walls = setting.faces.filter((f) => f.kind === 'wall');
    areas.forEach((a, i) => expect(a / 1e6).toBeCloseTo(walls[i]!.area, 6));
  });

  test('gives its plan back as an outline', () => {
    const read = readOutlineFile('room.dxf', drawingDxf(drawing));
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    expect(read.outlines[0].corners).toHaveLength(room.room.corners.length);
  });
});

test('a long low room, whose walls are larger than its plan, reads back as its plan in both formats', () => {
  const long = createProject('p', 'Corridor', { length: 9, width: 1.2, height: 3.4 });
  const here = settingOf(long);
  const drawn = roomDrawing({ setting: here, swings: [], marks: [] });
  for (const [name, text] of [
    ['a.dxf', drawingDxf(drawn)],
    ['a.svg', drawingSvg(drawn)],
  ] as const) {
    const read = readOutlineFile(name, text);
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    expect(read.outlines).toHaveLength(1);
    expect(read.outlines[0]).toMatchObject({ width: expect.closeTo(1.2, 6), height: expect.closeTo(9, 6) });
  }
});

test('the SVG is one user unit a millimetre, layers are groups, and it reads back', () => {
  const svg = drawingSvg(drawing);
  expect(svg).toMatch(/<g id="WALLS"/);
  const box = /width="([\d.]+)mm" height="[\d.]+mm" viewBox="\S+ \S+ ([\d.]+) /.exec(svg)!;
  expect(box[1]).toBe(box[2]);
  const read = readOutlineFile('room.svg', svg);
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  const width = Math.max(...read.outlines[0].corners.map((c) => c.x));
  expect(width).toBeCloseTo(4, 6);
  expect(Math.max(...read.outlines[0].corners.map((c) => c.y))).toBeCloseTo(6.5, 6);
});

describe('the glTF', () => {
  const bytes = gltfBinary('Room', roomFaces(setting));

  test('is valid by the standard’s own checker', async () => {
    const report = await validateBytes(await bytes);
    expect(report.issues.numErrors).toBe(0);
    expect(report.issues.numWarnings).toBe(0);
  });

  test('another program finds the room’s size, areas and volume in it', async () => {
    const data = await bytes;
    const { scene } = await new GLTFLoader().parseAsync(data.slice().buffer, '');
    scene.updateMatrixWorld(true);
    const size = new Box3().setFromObject(scene).getSize(new Vector3());
    expect(size.x).toBeCloseTo(4, 5);
    expect(size.z).toBeCloseTo(6.5, 5);
    expect(size.y).toBeCloseTo(setting.solid.height, 5);
    let volume = 0;
    const areas = new Map<string, number>();
    const meshes: Mesh[] = [];
    scene.traverse((o) => (o as Mesh).isMesh && meshes.push(o as Mesh));
    for (const mesh of meshes) {
      const p = mesh.geometry.getAttribute('position');
      const n = mesh.geometry.getAttribute('normal');
      const index = mesh.geometry.getIndex()!;
      let area = 0;
      for (let i = 0; i < index.count; i += 3) {
        const [a, b, c] = [0, 1, 2].map((k) => new Vector3().fromBufferAttribute(p, index.getX(i + k))) as [
          Vector3,
          Vector3,
          Vector3,
        ];
        const t = new Triangle(a, b, c);
        area += t.getArea();
        // Triangles turn as their normals say.
        expect(t.getNormal(new Vector3()).dot(new Vector3().fromBufferAttribute(n, index.getX(i)))).toBeGreaterThan(
          0.999,
        );
        if (!mesh.name.startsWith('Wardrobe')) volume -= a.dot(b.clone().cross(c)) / 6;
      }
      areas.set(mesh.name, area);
    }
    expect(volume).toBeCloseTo(setting.solid.volume, 4);
    for (const f of setting.faces) {
      const found = [...areas].find(([name]) => name === f.name || name === f.name.replace(/ /g, '_'));
      expect(found?.[1]).toBeCloseTo(f.area, 4);
    }
  });
});
