import type { Role } from "../api/people";

/** What somebody may do, as it is picked. */
export const ROLES: { value: Role; text: string }[] = [
  { value: "lead", text: "lead" },
  { value: "fitter", text: "fitter" },
  { value: "viewer", text: "viewer" },
];

export const MAY: Record<Role, string> = {
  lead: "decides, sends quotes, sets prices, changes who belongs to the shop",
  fitter: "measures, chooses, fits and records",
  viewer: "looks and prints",
};
