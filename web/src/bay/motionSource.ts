/** One reading of a phone's motion sensors, in the phone's own axes. */
export type MotionSample = {
  /** By the clock of the sensors [s]. */
  timeS: number;
  /** With gravity in it, right, towards the top edge, out of the screen [m/s²]. */
  acceleration: readonly [number, number, number];
  /** About the same axes [rad/s]. */
  rate: readonly [number, number, number];
};

/** What gives motion and speed: the browser's own sensors, or something that stands for them. */
export type MotionSource = {
  /** Resolves to why it cannot; empty where it runs. */
  start: (
    onSample: (sample: MotionSample) => void,
    onSpeed: (mS: number) => void,
  ) => Promise<string>;
  stop: () => void;
};

const RAD = Math.PI / 180;
/** Some browsers ask whoever holds the phone first. */
type Asks = { requestPermission?: () => Promise<"granted" | "denied"> };

/** The browser's motion events and, where there is one, its position. */
export function browserMotion(): MotionSource {
  let hear: ((event: DeviceMotionEvent) => void) | undefined;
  let watch: number | undefined;
  return {
    async start(onSample, onSpeed) {
      if (typeof DeviceMotionEvent === "undefined") {
        return "This browser gives no motion sensors. Over plain http most do not; ask the lead for https.";
      }
      const { requestPermission } = DeviceMotionEvent as unknown as Asks;
      if (requestPermission && (await requestPermission.call(DeviceMotionEvent)) !== "granted") {
        return "The motion sensors were not allowed; allow them in the browser's settings.";
      }
      hear = (event) => {
        const { x, y, z } = event.accelerationIncludingGravity ?? {};
        const { alpha, beta, gamma } = event.rotationRate ?? {};
        if (x == null || y == null || z == null) return;
        onSample({
          timeS: event.timeStamp / 1e3,
          acceleration: [x, y, z],
          rate: [(alpha ?? 0) * RAD, (beta ?? 0) * RAD, (gamma ?? 0) * RAD],
        });
      };
      window.addEventListener("devicemotion", hear);
      if ("geolocation" in navigator) {
        watch = navigator.geolocation.watchPosition(
          ({ coords }) => coords.speed !== null && onSpeed(coords.speed),
          () => undefined,
          { enableHighAccuracy: true },
        );
      }
      return "";
    },
    stop() {
      if (hear) window.removeEventListener("devicemotion", hear);
      if (watch !== undefined) navigator.geolocation.clearWatch(watch);
    },
  };
}
