import {
  AmbientLight,
  DirectionalLight,
  GridHelper,
  Group,
  Mesh,
  PerspectiveCamera,
  Scene,
  Vector3,
  WebGLRenderer,
} from "three";
import { OrbitControls } from "three/examples/jsm/controls/OrbitControls.js";
import type { Spot } from "./turnGeometry";
import { pageColour, rodMesh, solidMesh } from "./turnMeshes";
import type { Rod, Solid } from "./turnMeshes";

/** Where the eye is: turned about the plumb axis and raised [rad], and how far off [m]. */
export type Eye = { turn: number; raise: number; distance: number };

const FIELD_DEG = 34;

/** Whether this browser draws in space at all; by software will do. */
export function drawsInSpace(): boolean {
  return document.createElement("canvas").getContext("webgl2") !== null;
}

/** Turned by one press of an arrow key [rad]. */
const KEY_STEP = 0.12;
/** Turn, raise and come nearer by so many steps. */
const STEP_OF_KEY: Record<string, [number, number, number]> = {
  ArrowLeft: [-1, 0, 0],
  ArrowRight: [1, 0, 0],
  ArrowUp: [0, 1, 0],
  ArrowDown: [0, -1, 0],
  "+": [0, 0, 1],
  "-": [0, 0, -1],
};
const NEAREST = 1.2;
const FARTHEST = 5;

/**
 * A stage on a canvas: rods and solids put on it, seen from an eye that drag, pinch, wheel and arrow
 * keys move.
 */
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
  const hand = new OrbitControls(camera, canvas);
  Object.assign(hand, { enablePan: false, minDistance: NEAREST, maxDistance: FARTHEST });
  hand.addEventListener("change", draw);

  function draw() {
    const { clientWidth, clientHeight } = canvas;
    renderer.setSize(clientWidth, clientHeight, false);
    camera.aspect = clientWidth / Math.max(clientHeight, 1);
    camera.updateProjectionMatrix();
    renderer.setClearColor(pageColour("sheet"));
    renderer.render(scene, camera);
    canvas.dataset.eye = camera.position
      .toArray()
      .map((part) => part.toFixed(2))
      .join(" ");
  }

  function look({ turn, raise, distance }: Eye) {
    const flat = Math.cos(raise) * distance;
    camera.position
      .set(flat * Math.cos(turn), flat * Math.sin(turn), Math.sin(raise) * distance)
      .add(hand.target);
    hand.update();
    draw();
  }

  function onKey(event: KeyboardEvent) {
    const step = STEP_OF_KEY[event.key];
    if (step === undefined) return;
    event.preventDefault();
    const [turn, raise, nearer] = step;
    const from = camera.position.clone().sub(hand.target);
    const distance = from.length();
    look({
      turn: Math.atan2(from.y, from.x) + turn * KEY_STEP,
      raise: Math.max(-1.4, Math.min(1.4, Math.asin(from.z / distance) + raise * KEY_STEP)),
      distance: Math.max(NEAREST, Math.min(FARTHEST, distance * (1 - nearer * KEY_STEP))),
    });
  }
  canvas.addEventListener("keydown", onKey);

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
      draw();
    },
    /** Look at a spot from where the eye is. */
    aim(centre: Spot) {
      const target = new Vector3(...centre);
      camera.position.add(target.clone().sub(hand.target));
      hand.target.copy(target);
      hand.update();
    },
    look,
    close() {
      canvas.removeEventListener("keydown", onKey);
      hand.dispose();
      renderer.dispose();
    },
  };
}
