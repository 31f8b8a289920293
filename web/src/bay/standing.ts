import { answerPlace, boltPlace, gapPlace, photoPlace, settlePlace } from "../api/bay";
import type { OnItsWay } from "../api/outbox/outbox";
import type {
  AxleName,
  BayJoint,
  BayWork,
  InHand,
  Records,
  TorqueRow,
  WorkStep,
} from "../api/types";

/** A step as the fitter has it: with what is still on its way from this device. */
export type Standing = {
  step: WorkStep;
  stands: "done" | "open" | "waits";
  missing: Records[];
  restsOn: string[];
  /** Something of it is kept here and not with the server yet. */
  keptHere: boolean;
};

/** The round before the road, where each obstacle has its own number. */
export const ROUND = "all.clearance";

/** The last look, which a stop keeps open. */
export const LAST_LOOK = "all.tidy";

/** Key of a step's joint in the torque log. */
export const jointOf = ({ torque, key }: WorkStep) => torque || key;

/** The axle that a step settles by hole and link length; none where it does not. */
export const settledAxle = (bay: BayWork, { key, axle }: WorkStep): AxleName | null =>
  axle && key === `${axle}.settle` && bay.settling[axle] ? axle : null;

/** Bolts of a joint that nothing was read of yet, what is on its way counted as read. */
export function boltsLeft(joint: BayJoint | undefined, key: string, sent: Set<string>): number[] {
  return joint?.left.filter((bolt) => !sent.has(boltPlace(key, bolt))) ?? [];
}

/** Rows of a torque log that another one stands in for. */
export const supersededOf = (rows: TorqueRow[]) =>
  new Set(rows.map(({ supersedes }) => supersedes));

/** Places that something is on its way to; what was refused is not. */
export const placesSent = (onItsWay: OnItsWay[], jobId: number) =>
  new Set(
    onItsWay
      .filter(({ write, state }) => write.jobId === jobId && state !== "refused")
      .map(({ write }) => write.place),
  );

/**
 * Every step in working order. The server says what is done and what waits; what this device has
 * kept since is taken as done, so that a fitter without a network goes on.
 */
export function standingOf(bay: BayWork, sent: Set<string>): Standing[] {
  const steps = new Map(bay.steps.map((step) => [step.key, step]));
  const given = bay.progress.steps.flatMap((one) => {
    const step = steps.get(one.key);
    if (step === undefined) return [];
    const key = jointOf(step);
    const left = boltsLeft(bay.joints[key], key, sent);
    const missing = one.missing.filter((kind) => {
      if (kind === "torque") return left.length > 0;
      if (kind === "number" && step.key === ROUND && bay.obstacles.length > 0)
        return bay.obstacles.some(
          ({ obstacle, typed }) => !typed && !sent.has(gapPlace(obstacle.key)),
        );
      const axle = settledAxle(bay, step);
      // Whether it holds, the server says; kept here it opens what rests on it.
      if (kind === "number" && axle) return !sent.has(settlePlace(axle));
      return !sent.has(kind === "photo" ? photoPlace(step.key) : answerPlace(step.key, kind));
    });
    return [{ step, one, missing }];
  });
  const open = new Set(
    given.filter(({ missing }) => missing.length > 0).map(({ step }) => step.key),
  );
  return given.map(({ step, one, missing }) => {
    const restsOn = one.rests_on.filter((key) => open.has(key));
    const held = restsOn.length > 0 || (step.key === LAST_LOOK && bay.progress.stops.length > 0);
    const stands = missing.length === 0 ? "done" : held ? "waits" : "open";
    return { step, stands, missing, restsOn, keptHere: missing.length < one.missing.length };
  });
}

/** The first step that can be done; the last where all are. */
export function firstOpen(standing: Standing[]): number {
  const at = standing.findIndex(({ stands }) => stands === "open");
  return at < 0 ? Math.max(0, standing.length - 1) : at;
}

/**
 * Key of the open step to go on with after one: the first that nobody else has in hand. None where
 * that is the first open one, which is then found whatever is done meanwhile.
 */
export function freeOf(
  standing: Standing[],
  done: string | undefined,
  others: InHand[],
): string | undefined {
  const open = standing.filter(({ step, stands }) => stands === "open" && step.key !== done);
  const free = open.find(({ step }) => others.every((other) => other.step !== step.key));
  return free === open[0] ? undefined : free?.step.key;
}
