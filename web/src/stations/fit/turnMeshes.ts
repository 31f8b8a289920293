import {
  BoxGeometry,
  CylinderGeometry,
  DoubleSide,
  Mesh,
  MeshLambertMaterial,
  Quaternion,
  SphereGeometry,
  Vector3,
} from "three";
import type { BufferGeometry, Object3D } from "three";
import type { Block, Spot } from "./turnGeometry";

export type Colour = "ink" | "after" | "pale" | "line" | "stop" | "before";
export type Rod = { from: Spot; to: Spot; radius: number; colour: Colour };
export type Solid = Block & { colour: Colour; clear: number };

const UP = new Vector3(0, 1, 0);

/** Colours of the page, so that both themes hold in space too. */
export function pageColour(name: string): string {
  return getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim();
}

function material(colour: Colour, clear: number) {
  return new MeshLambertMaterial({
    color: pageColour(colour),
    transparent: clear > 0,
    opacity: 1 - clear,
    side: clear > 0 ? DoubleSide : undefined,
    depthWrite: clear === 0,
  });
}

/** A rod with round ends. */
export function rodMesh(rod: Rod): Object3D[] {
  const [from, to] = [new Vector3(...rod.from), new Vector3(...rod.to)];
  const along = to.clone().sub(from);
  const stuff = material(rod.colour, 0);
  const body = new Mesh(new CylinderGeometry(rod.radius, rod.radius, along.length(), 14), stuff);
  body.position.copy(from.clone().add(to).multiplyScalar(0.5));
  body.quaternion.copy(new Quaternion().setFromUnitVectors(UP, along.normalize()));
  const ends = [from, to].map((end) => {
    const ball = new Mesh(new SphereGeometry(rod.radius, 12, 8), stuff);
    ball.position.copy(end);
    return ball;
  });
  return [body, ...ends];
}

/** A block or a drum. */
export function solidMesh(solid: Solid): Object3D {
  const [long, wide, tall] = solid.size;
  // A cylinder's own axis already runs across the vehicle.
  const geometry: BufferGeometry = solid.round
    ? new CylinderGeometry(long / 2, long / 2, wide, 28)
    : new BoxGeometry(long, wide, tall);
  const mesh = new Mesh(geometry, material(solid.colour, solid.clear));
  mesh.position.set(...solid.middle);
  // Nose up is a turn to the other sense about the axis that points left.
  mesh.rotation.y = -solid.pitch;
  return mesh;
}
