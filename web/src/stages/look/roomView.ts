/** The room in three dimensions: a scene of faces, things and marks, turned from outside or walked at ear height. */
import {
  AmbientLight,
  Color,
  DirectionalLight,
  Group,
  type Mesh,
  PerspectiveCamera,
  Scene,
  Vector3,
  WebGLRenderer,
} from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import { type LookModel, place, roomGroup } from './roomGroup';

export interface RoomView {
  show(model: LookModel, colour: (name: string) => string, fit: boolean): void;
  /** The whole room from outside; walls towards the eye are left out. */
  fit(): void;
  /** Stands where the ears are, looking at the front wall. */
  walk(): void;
  picture(): Promise<Blob>;
  dispose(): void;
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
    room = roomGroup(model, colour);
    scene.add(room);
    scene.background = new Color(colour('--paper-deep'));
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
