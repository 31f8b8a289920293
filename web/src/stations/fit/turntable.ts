import {
  AmbientLight,
  BoxGeometry,
  CylinderGeometry,
  DirectionalLight,
  DoubleSide,
  GridHelper,
  Group,
  Mesh,
  MeshLambertMaterial,
  PerspectiveCamera,
  Quaternion,
  Scene,
  SphereGeometry,
  Vector3,
  WebGLRenderer,
} from "three";
import type { BufferGeometry, Object3D } from "three";
import type { Block, Spot } from "./turnGeometry";

export type Colour = "ink" | "after" | "pale" | "line" | "stop" | "before";
export type Rod = { from: Spot; to: Spot; radius: number; colour: Colour };
export type Solid = Block & { colour: Colour; clear: number };

/** Where the eye is: turned about the plumb axis and raised [rad], and how far off [m]. */
export type Eye = { turn: number; raise: number; distance: number };

const UP = new Vector3(0, 1, 0);
const FIELD_DEG = 34;

/** Colours of the page, so that both themes hold in space too. */
function pageColour(name: string): string {
  return getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim();
}

/** Whether this browser draws in space at all; by software will do. */
export function drawsInSpace(): boolean {
  return document.createElement("canvas").getContext("webgl2") !== null;
}

/** A stage on a canvas: rods and solids put on it, seen from an eye. */
export function openStage(canvas: HTMLCanvasElement) {
  const renderer = new WebGLRenderer({ canvas, antialias: true, powerPreference: "low-power" });
  const scene = new Scene();
  const camera = new PerspectiveCamera(FIELD_DEG, 1, 0.05, 30);
  camera.up.set(0, 0, 1);
  const sun = new DirectionalLight(0xffffff, 2.2);
  sun.position.set(2, 3, 5);
  scene.add(new AmbientLight(0xffffff, 1.6), sun);
  const floor = new GridHelper(4, 20);
  floor.rotation.x = Math.PI / 2;
  scene.add(floor);
  let shown = new Group();
  scene.add(shown);

  function material(colour: Colour, clear: number) {
    return new MeshLambertMaterial({
      color: pageColour(colour),
      transparent: clear > 0,
      opacity: 1 - clear,
      side: clear > 0 ? DoubleSide : undefined,
      depthWrite: clear === 0,
    });
  }

  function rodMesh(rod: Rod): Object3D[] {
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

  function solidMesh(solid: Solid): Object3D {
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

  return {
    /** Put rods and solids on the stage in place of what stood there. */
    put(rods: Rod[], solids: Solid[], groundUp: number) {
      scene.remove(shown);
      shown.traverse((part) => {
        if (part instanceof Mesh) {
          part.geometry.dispose();
          part.material.dispose();
        }
      });
      shown = new Group();
      for (const rod of rods) shown.add(...rodMesh(rod));
      for (const solid of solids) shown.add(solidMesh(solid));
      scene.add(shown);
      floor.position.z = groundUp;
    },
    /** Draw what stands there as an eye sees it that looks at a spot. */
    draw(eye: Eye, centre: Spot) {
      const { clientWidth, clientHeight } = canvas;
      renderer.setSize(clientWidth, clientHeight, false);
      camera.aspect = clientWidth / Math.max(clientHeight, 1);
      camera.updateProjectionMatrix();
      const flat = Math.cos(eye.raise) * eye.distance;
      camera.position.set(
        centre[0] + flat * Math.cos(eye.turn),
        centre[1] + flat * Math.sin(eye.turn),
        centre[2] + Math.sin(eye.raise) * eye.distance,
      );
      camera.lookAt(...centre);
      renderer.setClearColor(pageColour("sheet"));
      renderer.render(scene, camera);
    },
    close() {
      renderer.dispose();
    },
  };
}
