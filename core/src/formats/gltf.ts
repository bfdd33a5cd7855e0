/** The room's faces and things as binary glTF 2.0: metres, y up, z towards the rear wall, one node a face. */
import { Document, WebIO } from '@gltf-transform/core';
import earcut from 'earcut';
import { newell, outlineArea } from '../geometry/polygon';
import type { Vec2, Vec3 } from '../geometry/vector';

export interface GltfFace {
  name: string;
  /** Outline whose Newell normal is the side that is seen. */
  vertices: readonly Vec3[];
  /** Red, green, blue, opacity, 0…1. */
  colour: readonly [number, number, number, number];
}

/** Triangles of a planar outline of any shape, as indices of its vertices in their order. */
export function triangles(vertices: readonly Vec3[]): number[] {
  const n = newell(vertices);
  const size = n.map(Math.abs);
  const drop = size[0]! >= size[1]! && size[0]! >= size[2]! ? 0 : size[1]! >= size[2]! ? 1 : 2;
  // Seen along the dropped axis so that the outline keeps its turn.
  const flat = vertices.map((v): Vec2 => (drop === 0 ? [v[1], v[2]] : drop === 1 ? [v[2], v[0]] : [v[0], v[1]]));
  const indices = earcut(flat.flat());
  // The cutter turns its triangles as it likes; here all turn with the outline.
  const sense = Math.sign(outlineArea(flat));
  for (let i = 0; i < indices.length; i += 3) {
    const [a, b, c] = [indices[i]!, indices[i + 1]!, indices[i + 2]!];
    if (outlineArea([flat[a]!, flat[b]!, flat[c]!]) * sense < 0) indices.splice(i, 3, a, c, b);
  }
  return indices;
}

/** The room's axes as glTF's: x right, y up, z towards the rear. This swaps two axes, so triangles are turned over too. */
const turned = (v: Vec3): Vec3 => [v[0], v[2], v[1]];

/**
 * Writes the faces. Lengths are metres, as glTF wants them.
 * @throws RangeError for a face of fewer than three vertices
 */
export async function gltfBinary(title: string, faces: readonly GltfFace[]): Promise<Uint8Array> {
  const document = new Document();
  document.getRoot().getAsset().generator = 'Tawny Hall';
  const buffer = document.createBuffer();
  const scene = document.createScene(title);
  const materials = new Map<string, ReturnType<typeof document.createMaterial>>();
  for (const face of faces) {
    if (face.vertices.length < 3) throw new RangeError(`gltfBinary: face ${face.name} needs at least 3 vertices`);
    const key = face.colour.join(' ');
    if (!materials.has(key)) {
      const made = document
        .createMaterial(`colour ${materials.size + 1}`)
        .setBaseColorFactor([...face.colour])
        .setMetallicFactor(0)
        .setRoughnessFactor(1)
        .setDoubleSided(true);
      if (face.colour[3] < 1) made.setAlphaMode('BLEND');
      materials.set(key, made);
    }
    const points = face.vertices.map(turned);
    const n = newell(face.vertices);
    const length = Math.hypot(...n);
    const normal = turned([n[0] / length, n[1] / length, n[2] / length]);
    const order = triangles(face.vertices);
    const indices = order.map((_, i) => order[i % 3 === 1 ? i + 1 : i % 3 === 2 ? i - 1 : i]!);
    const accessor = (type: 'VEC3' | 'SCALAR', array: Float32Array<ArrayBuffer> | Uint16Array<ArrayBuffer>) =>
      document.createAccessor().setType(type).setArray(array).setBuffer(buffer);
    const primitive = document
      .createPrimitive()
      .setAttribute('POSITION', accessor('VEC3', new Float32Array(points.flat())))
      .setAttribute('NORMAL', accessor('VEC3', new Float32Array(points.flatMap(() => [...normal]))))
      .setIndices(accessor('SCALAR', new Uint16Array(indices)))
      .setMaterial(materials.get(key)!);
    scene.addChild(document.createNode(face.name).setMesh(document.createMesh(face.name).addPrimitive(primitive)));
  }
  return new WebIO().writeBinary(document);
}
