import { useState } from "react";
import type { AxleName } from "../api/types";

/**
 * The axle being looked at: the one the address asks for, until another is picked here.
 * @param asked - axle the address, or the job, asks for
 * @param since - what the address asks; a pick holds until this changes
 */
export function useAskedAxle(
  asked: AxleName,
  since: string | undefined,
): [AxleName, (axle: AxleName) => void] {
  const [picked, setPicked] = useState<{ axle: AxleName; since: string | undefined } | null>(null);
  const axle = picked !== null && picked.since === since ? picked.axle : asked;
  return [axle, (next) => setPicked({ axle: next, since })];
}
