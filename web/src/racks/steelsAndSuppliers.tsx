import { Row, Table } from "../ui/table";
import { useSteels, useSuppliers } from "../api/racks";
import { grouped } from "../drawings/quantity";

/** Steels a bar may be of: strength differs, stiffness does not. */
export function Steels() {
  const steels = useSteels();
  if (steels.isLoadingError) return <p className="py-2 text-stop">{steels.error.message}</p>;
  const most = Math.max(...(steels.data ?? []).map((one) => one.ultimate_strength_pa), 1);
  const mega = (pa: number) => grouped(pa / 1e6, 0);
  return (
    <section aria-label="Steels" className="max-w-4xl py-2">
      <p className="mb-2 font-medium">
        Steel does not change stiffness: every one of these is as stiff as the others.{" "}
        <span className="font-normal text-pale">It buys strength and life.</span>
      </p>
      <Table
        heads={[
          "Steel and condition",
          "Yields at, MPa",
          "Breaks at, MPa",
          "",
          { text: "Surface", words: true },
        ]}
      >
        {steels.data?.map((one) => (
          <Row key={one.key} className="border-b border-line [&>td]:py-2 [&>td]:pr-3">
            <td>{one.label}</td>
            <td className="figure text-right">{mega(one.yield_strength_pa)}</td>
            <td className="figure text-right">{mega(one.ultimate_strength_pa)}</td>
            <td>
              <svg viewBox="0 0 200 10" className="block w-full" aria-hidden="true">
                <rect
                  x={0.5}
                  y={0.5}
                  width={(one.ultimate_strength_pa / most) * 199}
                  height={9}
                  className="ink-1"
                />
                <rect
                  y={1}
                  width={(one.yield_strength_pa / most) * 199}
                  height={8}
                  fill="var(--after)"
                  fillOpacity={0.6}
                />
              </svg>
            </td>
            <td className="text-pale">
              {one.finish}
              {one.peened ? ", peened" : ""}
            </td>
          </Row>
        ))}
      </Table>
      <p className="mt-1 text-xs text-pale">
        Typical strengths, within 8 %; the maker&rsquo;s certificate wins.
      </p>
    </section>
  );
}

/** Whom the shop buys from, what each has and how soon. */
export function Suppliers() {
  const suppliers = useSuppliers();
  if (suppliers.isLoadingError) return <p className="py-2 text-stop">{suppliers.error.message}</p>;
  return (
    <section aria-label="Suppliers" className="max-w-3xl py-2">
      <Table heads={["Supplier", "Parts", "Of these on the shelf", "Days"]}>
        {suppliers.data?.map((one) => (
          <Row key={one.name} className="border-b border-line [&>td]:py-2 [&>td]:pr-3">
            <td>{one.name}</td>
            <td className="figure text-right">{one.parts}</td>
            <td className="figure text-right">{one.there}</td>
            <td className="figure text-right">
              {one.soonest_days === null ? "–" : `${one.soonest_days} to ${one.latest_days ?? ""}`}
            </td>
          </Row>
        ))}
      </Table>
      {suppliers.data?.length === 0 && (
        <p className="py-3 text-pale">
          Nobody yet. Suppliers come with a table of parts: import one.
        </p>
      )}
    </section>
  );
}
