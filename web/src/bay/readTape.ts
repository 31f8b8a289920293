import type { SettlingTape } from "../api/types";

/** What one side set so gives; null where no link can be hung so, or off the tape's end. */
export type SideReads = {
  ratio: number | null;
  armRad: number | null;
  linkRad: number | null;
  leanRad: number | null;
};

/**
 * What a hole and a link length give, read off core's figures between its lengths.
 * @param hole - of the arm, 0 the outermost
 * @param linkM - eye to eye [m]
 */
export function readTape(tape: SettlingTape, hole: number, linkM: number): SideReads {
  const { link_m: lengths } = tape;
  const at = lengths.findIndex((length) => length >= linkM - 1e-9);
  const one = tape.holes[hole];
  const read = (values: (number | null)[] | undefined) => {
    const here = values?.[at] ?? null;
    const span = (lengths[at] ?? 0) - (lengths[at - 1] ?? 0);
    const back = ((lengths[at] ?? 0) - linkM) / (span || 1);
    if (here === null || at <= 0 || Math.abs(back) < 1e-9)
      return at < 0 || back > 1e-9 ? null : here;
    const before = values?.[at - 1] ?? null;
    return before === null ? null : here + (before - here) * back;
  };
  return {
    ratio: read(one?.motion_ratio),
    armRad: read(one?.arm_rad),
    linkRad: read(one?.link_rad),
    leanRad: read(one?.lean_rad),
  };
}

/** Lean with both sides as they are: halfway between both alike as left and as right. */
export function leanOf(left: SideReads, right: SideReads): number | null {
  return left.leanRad === null || right.leanRad === null
    ? null
    : (left.leanRad + right.leanRad) / 2;
}
