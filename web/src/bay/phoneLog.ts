import type { MotionSample } from "./motionSource";

/** Standing before and after, as it is asked for [s]. */
export const STILL_S = 20;
/** A drive shorter than this is a press by mistake [s]. */
const SHORTEST_DRIVE_S = 10;

export type Phase = "ready" | "still" | "drive" | "still again" | "done";

/** A log as it grows: what was read, and when each phase began by the sensors' clock. */
export type PhoneLog = {
  phase: Phase;
  samples: MotionSample[];
  /** The last speed known at each sample; none before the first. */
  speeds: number[];
  began: number;
};

export const emptyLog = (): PhoneLog => ({ phase: "ready", samples: [], speeds: [], began: 0 });

/** Takes a sample in; a phase of standing is over by itself. */
export function take(log: PhoneLog, sample: MotionSample, speed: number): void {
  if (log.phase === "ready" || log.phase === "done") return;
  if (log.samples.length === 0) log.began = sample.timeS;
  log.samples.push(sample);
  log.speeds.push(speed);
  if (sample.timeS - log.began < STILL_S) return;
  if (log.phase === "still") begin(log, "drive");
  else if (log.phase === "still again") begin(log, "done");
}

/** Goes on to a phase, from the last sample on. */
export function begin(log: PhoneLog, phase: Phase): void {
  log.phase = phase;
  log.began = log.samples.at(-1)?.timeS ?? 0;
}

/** How long all of it is [s]. */
export const seconds = ({ samples }: PhoneLog): number =>
  (samples.at(-1)?.timeS ?? 0) - (samples[0]?.timeS ?? 0);

/** How long the phase at hand has lasted [s]. */
export const lasted = (log: PhoneLog): number => (log.samples.at(-1)?.timeS ?? 0) - log.began;

/** Whether a drive was long enough to have been one. */
export const wasDriven = (log: PhoneLog): boolean => lasted(log) > SHORTEST_DRIVE_S;

const HEADINGS = [
  "time_s",
  "lateral_acceleration_m_s2",
  "roll_rate_rad_s",
  "yaw_rate_rad_s",
  "vertical_acceleration_m_s2",
];

/**
 * The log as a table of our own headings. The phone lies flat, its top edge ahead: right is
 * sideways, the roll to the outside of a right-hand bend is against the turn about its length.
 */
export function tableOf({ samples, speeds }: PhoneLog): string {
  const first = samples[0]?.timeS ?? 0;
  const up = samples.reduce((sum, one) => sum + one.acceleration[2], 0);
  // Some makers turn all signs of acceleration; gravity tells.
  const sign = up < 0 ? -1 : 1;
  const sped = speeds.some((one) => !Number.isNaN(one));
  const rows = samples.map(({ timeS, acceleration, rate }, i) => {
    const cells = [
      timeS - first,
      sign * acceleration[0],
      -rate[1],
      -rate[2],
      sign * acceleration[2],
      ...(sped ? [Number.isNaN(speeds[i]) ? 0 : (speeds[i] ?? 0)] : []),
    ];
    return cells.map((one) => one.toFixed(5)).join(",");
  });
  return [[...HEADINGS, ...(sped ? ["speed_m_s"] : [])].join(","), ...rows, ""].join("\n");
}
