import { useMoney } from "../job/money";
import { Row, Table } from "../ui/table";
import { Link } from "@tanstack/react-router";
import { STEELS } from "../api/generated/core";
import { usePart } from "../api/racks";
import type { RackPart } from "../api/types";
import { BarShape } from "../drawings/barShape";
import { bareKnown, caliper, known, quantity, weight } from "../drawings/quantity";

/** One part: its shape, what it is made for, its box, and every supplier's price. */
export function PartPanel({ id }: { id: number | undefined }) {
  const money = useMoney(2);
  const part = usePart(id);
  if (id === undefined) {
    return (
      <aside className="py-4 text-sm text-pale lg:border-l lg:border-line lg:pl-6">
        Press a part to see its shape, what it is made for and who has it.
      </aside>
    );
  }
  if (part.isLoadingError) return <p className="text-stop">{part.error.message}</p>;
  if (!part.data) return <p className="text-pale">Opening …</p>;
  const { part: found, offers } = part.data;
  return (
    <aside
      aria-label={`Part ${found.part_number}`}
      className="text-sm lg:border-l lg:border-line lg:pl-6"
    >
      <h2 className="text-base font-semibold">
        {found.part_number} <span className="font-normal text-pale">{found.maker}</span>
      </h2>
      {found.bar && <BarShape bar={found.bar} />}
      <dl className="grid grid-cols-[auto_1fr] gap-x-4">
        {factsOf(found).map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="border-t border-line py-0.5 text-pale">{name}</dt>
            <dd className="border-t border-line py-0.5">{value}</dd>
          </div>
        ))}
      </dl>
      <h3 className="mt-3 font-semibold">Suppliers</h3>
      <Table>
        {offers.map((offer) => (
          <Row key={offer.supplier}>
            <td className="py-1">{offer.supplier}</td>
            <td className="figure text-right">{money(offer.price_cents / 100)}</td>
            <td className="figure text-right">{offer.stock} there</td>
            <td className="figure text-right">
              {offer.delivery_days === null ? "no days said" : `${offer.delivery_days} days`}
            </td>
          </Row>
        ))}
      </Table>
      {found.bar && (
        <Link
          to="/racks"
          search={{ list: "sheets", sheet: id }}
          className="inline-flex min-h-11 items-center underline underline-offset-4"
        >
          Its sheet, and what jobs taught of it
        </Link>
      )}
      {found.claimed_gain != null && (
        <p className="mt-2 text-watch">
          The seller claims {Math.round(found.claimed_gain * 100)} % stiffer. Check it at{" "}
          <Link
            to="/bench/$calculator"
            params={{ calculator: "claim" }}
            search={{ claim: String(Math.round(found.claimed_gain * 100)) }}
            className="underline underline-offset-4"
          >
            the bench
          </Link>{" "}
          or on the vehicle.
        </p>
      )}
    </aside>
  );
}

const span = (low: number | null | undefined, high: number | null | undefined) =>
  low == null || high == null
    ? null
    : `${bareKnown(low, "small_length", 1e-4)} to ${caliper(high)}`;

/** What is known of a part, in words, with what is not known left out. */
function factsOf(part: RackPart): [string, string][] {
  const { fits, bar, link, bushing } = part;
  const facts: [string, string | null | undefined | false][] = [
    [
      "For",
      `${fits.axle === "either" ? "either axle" : `${fits.axle} axle`}, ${bareKnown(fits.axle_load_from_kg, "mass", 1)} to ${weight(fits.axle_load_to_kg)}`,
    ],
    ["Variant", fits.variant],
    [
      "Axle tube",
      [span(fits.tube_from_m, fits.tube_to_m), fits.tube_shape === "any" ? null : fits.tube_shape]
        .filter(Boolean)
        .join(", "),
    ],
    ["Lift", span(fits.lift_from_m, fits.lift_to_m)],
    ["Crossmember", fits.crossmember === "any" ? null : fits.crossmember],
    ["Lower shock mounts", fits.shock_mount === "any" ? null : fits.shock_mount],
    ["Outside diameter", bar && quantity(bar.outside_diameter_m, "small_length")],
    ["Bore", bar && bar.bore_m.value > 0 && quantity(bar.bore_m, "small_length")],
    ["Steel", bar && STEELS[bar.steel as keyof typeof STEELS]],
    [
      "Fitted",
      bar &&
        (part.role === "either"
          ? "beside the standard bar or in its place"
          : part.role === "beside"
            ? "beside the standard bar"
            : "in place of the standard bar"),
    ],
    [
      "Length",
      link &&
        (link.length_from_m.value === link.length_to_m.value
          ? quantity(link.length_from_m, "length")
          : `${quantity(link.length_from_m, "length")} to ${quantity(link.length_to_m, "length")}`),
    ],
    ["In steps of", link?.step_m && quantity(link.step_m, "small_length")],
    ["Thread", link?.thread],
    [
      "Joint swings",
      link?.joint_angle_rad && `${quantity(link.joint_angle_rad, "angle")} to one side`,
    ],
    ["Bushing", bushing && `${bushing.material}, bore ${quantity(bushing.bore_m, "small_length")}`],
    [
      "Work",
      [
        part.holes_drilled ? `${part.holes_drilled} holes to drill` : "nothing to drill",
        part.u_bolts_off ? "spring U-bolts come off" : "",
        part.cradle_lowered ? "cradle lowered" : "",
        part.drive_shaft_off ? "drive shaft off" : "",
        part.exhaust_opened ? "exhaust opened" : "",
        part.alignment || part.cradle_lowered ? "wheel alignment afterwards" : "",
        part.hours ? `${part.hours} h by the sheet` : "",
      ]
        .filter(Boolean)
        .join(", "),
    ],
    ["Bar weighs", part.mass_kg != null && `${known(part.mass_kg, "mass", 0.1)} by its sheet`],
    ["Left and right", part.side_marks],
    ["Bolts point", part.bolt_heads],
    ["Grease", part.grease !== "unsaid" && part.grease],
    ["Renewable", part.renewable ? "bushings and joints can be had" : "not by itself"],
    ["Coating", part.coating],
    ["In the box", (part.contents ?? []).join(", ")],
    [
      "Torques",
      (part.torques ?? [])
        .map(
          (one) =>
            `${one.where}: ${one.count} × ${one.size} ${one.grade}${one.torque_n_m ? ` at ${one.torque_n_m}${one.torque_to_n_m ? ` to ${one.torque_to_n_m}` : ""} N·m` : ""}${one.nut === "lock nut" ? ", lock nut" : ""}`,
        )
        .join("; "),
    ],
    ["Note", part.note],
  ];
  return facts.filter((fact): fact is [string, string] => Boolean(fact[1]));
}
