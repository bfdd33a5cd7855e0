/** The room in three dimensions: a scene of faces, things and marks, turned from outside or walked at ear height. */
import {
  AmbientLight,
  BoxGeometry,
  BufferGeometry,
  Color,
  DirectionalLight,
  DoubleSide,
  Float32BufferAttribute,
  FrontSide,
  Group,
  LineBasicMaterial,
  LineLoop,
  LineSegments,
  type Material,
  Mesh,
  MeshLambertMaterial,
  PerspectiveCamera,
  Scene,
  SphereGeometry,
  Vector3,
  WebGLRenderer,
} from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import { triangles } from '@tawny/core/formats/gltf';
import type { Vec3 } from '@tawny/core/geometry/vector';
import type { Mark } from '@tawny/core/studies/marks/study';
import { apexOf } from '@tawny/core/document/place/placing';
import { aimOf } from '@tawny/core/room/fronts';
import { gapOf } from '@tawny/core/recipes/curve';
import { type PlacedPiece, turnedPlate } from '@tawny/core/room/pieces';
import type { PlacedLoudspeaker, Setting } from '@tawny/core/room/setting';
import { newell } from '@tawny/core/geometry/polygon';
import { localToFace } from '@tawny/core/geometry/unfold';
import { turnedFace } from './faces';

export interface LookModel {
  setting: Setting;
  marks: readonly Mark[];
}

export interface RoomView {
  show(model: LookModel, colour: (name: string) => string, fit: boolean): void;
  /** The whole room from outside; walls towards the eye are left out. */
  fit(): void;
  /** Stands where the ears are, looking at the front wall. */
  walk(): void;
  picture(): Promise<Blob>;
  dispose(): void;
}

const place = (v: Vec3) => new Vector3(v[0], v[2], v[1]);
function normalOf(vertices: readonly Vec3[]): Vec3 {
  const n = newell(vertices);
  const size = Math.hypot(...n);
  return [n[0] / size, n[1] / size, n[2] / size];
}

/** An outline turned so that it looks the way its face does. */
function insideTurn(outline: Vec3[], face: readonly Vec3[]): Vec3[] {
  const [a, b] = [newell(outline), newell(face)];
  return a[0] * b[0] + a[1] * b[1] + a[2] * b[2] < 0 ? outline.reverse() : outline;
}

/** A cabinet whose acoustic axis is at the middle of its front; it looks along +z, as things that are pointed at something do. */
function boxAround({ box, axisInBox }: PlacedLoudspeaker): BoxGeometry {
  return new BoxGeometry(box.width, box.height, box.depth).translate(0, box.height / 2 - axisInBox, -box.depth / 2);
}

/** A zone a little before its surface, on the loudspeaker's side, so that it does not flicker. */
function lifted(zone: readonly Vec3[], from: Vec3): Vec3[] {
  const n = normalOf(zone);
  const [p] = zone as [Vec3];
  const side = Math.sign(n[0] * (from[0] - p[0]) + n[1] * (from[1] - p[1]) + n[2] * (from[2] - p[2])) * 0.008;
  return zone.map((q): Vec3 => [q[0] + n[0] * side, q[1] + n[1] * side, q[2] + n[2] * side]);
}

/** Fronts and edges of what hangs: a plate for a board, a body from its gap to its front for the rest. */
function piecePlates(setting: Setting, piece: PlacedPiece): Vec3[][] {
  if (piece.plates.length > 0) return piece.plates.map((p) => p.vertices);
  const face = setting.faces.find((f) => f.id === piece.face)!;
  const { box } = piece;
  const middle = [(box.left + box.right) / 2, (box.low + box.high) / 2] as const;
  const size = { width: box.right - box.left, height: box.high - box.low };
  const [front, back] = [piece.standoff, gapOf(piece.recipe)].map(
    (off) => turnedPlate(face, middle, size, off, 0, 0).vertices,
  );
  const sides = front!.map((p, i): Vec3[] => {
    const k = (i + 1) % 4;
    return [back![i]!, back![k]!, front![k]!, p];
  });
  return [front!, ...sides];
}

/** Walking pace, m a second. */
const PACE = 1.4;

export function createView(host: HTMLElement, onWalking: (now: boolean) => void): RoomView {
  const renderer = new WebGLRenderer({ antialias: true, preserveDrawingBuffer: true });
  renderer.setPixelRatio(Math.min(2, devicePixelRatio));
  host.append(renderer.domElement);
  renderer.domElement.tabIndex = 0;
  renderer.domElement.setAttribute('aria-label', 'The room in three dimensions');
  renderer.domElement.setAttribute('role', 'img');
  const scene = new Scene();
  const camera = new PerspectiveCamera(55, 1, 0.02, 500);
  const orbit = new OrbitControls(camera, renderer.domElement);
  orbit.addEventListener('change', draw);
  scene.add(new AmbientLight(0xffffff, 1.7));
  const sun = new DirectionalLight(0xffffff, 1.3);
  sun.position.set(3, 8, 5);
  scene.add(sun);
  let room = new Group();
  scene.add(room);
  let current: LookModel | null = null;
  let walking = false;
  let yaw = 0;
  let pitch = 0;
  const keys = new Set<string>();
  let frame = 0;
  let last = 0;

  function draw(): void {
    renderer.render(scene, camera);
  }
  function resize(): void {
    const { clientWidth: w, clientHeight: h } = host;
    if (w === 0 || h === 0) return;
    renderer.setSize(w, h);
    camera.aspect = w / h;
    camera.updateProjectionMatrix();
    draw();
  }
  const observer = new ResizeObserver(resize);
  observer.observe(host);

  function mesh(vertices: readonly Vec3[], material: Material): Mesh {
    const face = turnedFace(vertices, triangles(vertices));
    const geometry = new BufferGeometry();
    geometry.setAttribute('position', new Float32BufferAttribute(face.positions, 3));
    geometry.setIndex(face.indices);
    geometry.computeVertexNormals();
    return new Mesh(geometry, material);
  }
  function outline(vertices: readonly Vec3[], material: LineBasicMaterial): LineLoop {
    return new LineLoop(new BufferGeometry().setFromPoints(vertices.map(place)), material);
  }
  function clear(): void {
    room.traverse((o) => {
      const thing = o as Mesh;
      thing.geometry?.dispose();
      const materials = Array.isArray(thing.material) ? thing.material : thing.material ? [thing.material] : [];
      for (const m of materials) m.dispose();
    });
    scene.remove(room);
  }

  function show(model: LookModel, colour: (name: string) => string, fitted: boolean): void {
    current = model;
    clear();
    room = new Group();
    scene.add(room);
    const { setting, marks } = model;
    scene.background = new Color(colour('--paper-deep'));
    // One-sided: from outside one looks through the near walls into the room.
    const skin = (name: string) => new MeshLambertMaterial({ color: colour(name), side: FrontSide });
    const skins = {
      wall: skin('--sheet'),
      floor: skin('--wood'),
      ceiling: skin('--paper'),
      riser: skin('--paper-deep'),
    };
    const ink = new LineBasicMaterial({ color: colour('--ink-soft') });
    for (const f of setting.faces) {
      room.add(mesh(f.vertices, skins[f.kind]));
      room.add(outline(f.vertices, ink));
      for (const part of f.parts) {
        // On the face, lifted a little so that it does not flicker.
        const lift = 0.004;
        const n = normalOf(f.vertices);
        const at = part.outline.map((p): Vec3 => {
          const v = localToFace(f, p);
          return [v[0] + n[0] * lift, v[1] + n[1] * lift, v[2] + n[2] * lift];
        });
        const tone = part.kind === 'window' ? '--slate' : part.kind === 'door' ? '--wood-edge' : '--tape-covered';
        room.add(mesh(insideTurn(at, f.vertices), skin(tone)));
      }
    }
    const wood = new MeshLambertMaterial({ color: colour('--wood-edge'), side: DoubleSide });
    for (const o of setting.objects) {
      for (const f of o.faces) {
        room.add(mesh(f.vertices, wood));
        room.add(outline(f.vertices, ink));
      }
    }
    const box = new MeshLambertMaterial({ color: colour('--ink'), side: DoubleSide });
    for (const l of setting.loudspeakers) {
      const body = new Mesh(boxAround(l), box);
      body.position.copy(place(l.at));
      const [ax, ay] = aimOf(l, apexOf(setting.project, [setting.head[0], setting.head[1]]));
      body.lookAt(place([l.at[0] + ax, l.at[1] + ay, l.at[2] + Math.tan((l.tiltDeg * Math.PI) / 180)]));
      room.add(body);
    }
    const cloths = {
      absorber: '--teal',
      corner: '--teal',
      membrane: '--teal',
      port: '--teal',
      scatter: '--plum',
      board: '--slate',
    } as const;
    for (const piece of setting.placed) {
      const cloth = new MeshLambertMaterial({ color: colour(cloths[piece.kind]), side: DoubleSide });
      for (const plate of piecePlates(setting, piece)) {
        room.add(mesh(plate, cloth));
        room.add(outline(plate, ink));
      }
    }
    const head = new Mesh(new SphereGeometry(0.09, 20, 14), new MeshLambertMaterial({ color: colour('--tawny') }));
    head.position.copy(place(setting.head));
    room.add(head);
    const tape = new MeshLambertMaterial({ color: colour('--tape'), side: DoubleSide });
    const way = new LineBasicMaterial({ color: colour('--tawny'), transparent: true, opacity: 0.5 });
    for (const m of marks) {
      room.add(mesh(lifted(m.zone.room, m.path[0]!), tape));
      const [a, b, c] = m.path.map(place) as [Vector3, Vector3, Vector3];
      room.add(new LineSegments(new BufferGeometry().setFromPoints([a, b, b, c]), way));
    }
    if (fitted) fit();
    else draw();
  }

  function middle(): { at: Vector3; size: number } {
    const { plan, height } = current!.setting.solid;
    const xs = plan.map((c) => c.at[0]);
    const ys = plan.map((c) => c.at[1]);
    const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
    return { at: new Vector3((x0 + x1) / 2, height / 2, (y0 + y1) / 2), size: Math.hypot(x1 - x0, y1 - y0, height) };
  }

  function setWalking(now: boolean): void {
    walking = now;
    orbit.enabled = !now;
    onWalking(now);
    if (!now) keys.clear();
  }

  function fit(): void {
    if (!current) return;
    setWalking(false);
    const { at, size } = middle();
    camera.position.set(at.x + size * 0.46, at.y + size * 0.68, at.z + size * 0.76);
    orbit.target.copy(at);
    orbit.update();
    draw();
  }

  function look(): void {
    camera.rotation.set(pitch, yaw, 0, 'YXZ');
    draw();
  }

  function walk(): void {
    if (!current) return;
    setWalking(true);
    camera.position.copy(place(current.setting.head));
    // Out of the head itself, so that it does not fill the view.
    camera.position.z += 0.25;
    [yaw, pitch] = [0, 0];
    look();
    renderer.domElement.focus();
  }

  function step(now: number): void {
    frame = 0;
    if (!walking || keys.size === 0) return;
    const seconds = Math.min(0.1, (now - last) / 1000);
    last = now;
    const ahead = (keys.has('w') || keys.has('arrowup') ? 1 : 0) - (keys.has('s') || keys.has('arrowdown') ? 1 : 0);
    const aside = (keys.has('d') || keys.has('arrowright') ? 1 : 0) - (keys.has('a') || keys.has('arrowleft') ? 1 : 0);
    const way = new Vector3(aside, 0, -ahead).applyAxisAngle(new Vector3(0, 1, 0), yaw).multiplyScalar(PACE * seconds);
    const to = camera.position.clone().add(way);
    // Walls hold.
    if (current!.setting.solid.ceilingAt([to.x, to.z]) !== null) camera.position.copy(to);
    look();
    frame = requestAnimationFrame(step);
  }
  const WALKING_KEYS = ['w', 'a', 's', 'd', 'arrowup', 'arrowdown', 'arrowleft', 'arrowright'];
  function onKey(e: KeyboardEvent): void {
    if (!walking) return;
    const key = e.key.toLowerCase();
    if (key === 'escape') fit();
    if (!WALKING_KEYS.includes(key) || e.ctrlKey || e.metaKey) return;
    e.preventDefault();
    keys.add(key);
    if (frame === 0) {
      last = performance.now();
      frame = requestAnimationFrame(step);
    }
  }
  const onKeyUp = (e: KeyboardEvent) => keys.delete(e.key.toLowerCase());
  function onPointer(e: PointerEvent): void {
    if (!walking || e.buttons === 0) return;
    yaw -= e.movementX / 300;
    pitch = Math.max(-1.4, Math.min(1.4, pitch - e.movementY / 300));
    look();
  }
  addEventListener('keydown', onKey);
  addEventListener('keyup', onKeyUp);
  renderer.domElement.addEventListener('pointermove', onPointer);

  return {
    show,
    fit,
    walk,
    picture: () =>
      new Promise((resolve, reject) => {
        draw();
        renderer.domElement.toBlob(
          (b) => (b ? resolve(b) : reject(new Error('the picture could not be made'))),
          'image/png',
        );
      }),
    dispose() {
      observer.disconnect();
      cancelAnimationFrame(frame);
      removeEventListener('keydown', onKey);
      removeEventListener('keyup', onKeyUp);
      clear();
      orbit.dispose();
      renderer.dispose();
      renderer.domElement.remove();
    },
  };
}
