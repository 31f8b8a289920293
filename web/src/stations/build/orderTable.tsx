import type { OrderLine, OrderStanding } from "../../api/types";
import { Tick } from "../../ui/tick";
import { Row, Table } from "../../ui/table";

type OrderTableProps = {
  caption: string;
  lines: OrderLine[];
  stands: Map<string, OrderStanding>;
  picked: string[];
  onPick: (picked: string[]) => void;
};

const LOOK: Partial<Record<OrderStanding["state"], string>> = {
  wrong: "text-stop",
  arrived: "text-after",
  "in stock": "text-after",
};

/** Lines of one kind, each to be picked, with how it stands and which decisions ask for it. */
export function OrderTable({ caption, lines, stands, picked, onPick }: OrderTableProps) {
  const own = lines.map(({ what }) => what);
  const all = own.every((what) => picked.includes(what));
  const without = (whats: string[]) => picked.filter((what) => !whats.includes(what));
  return (
    <Table
      label={caption}
      heads={[caption, "How many", { text: "Stands", words: true }, { text: "Why", words: true }]}
      className="mb-4 w-full"
    >
      <Row>
        <td colSpan={4}>
          <Tick
            label={`All ${own.length}`}
            on={all}
            onChange={(on) => onPick(on ? [...without(own), ...own] : without(own))}
          />
        </td>
      </Row>
      {lines.map(({ what, quantity, why }) => {
        const state = stands.get(what)?.state ?? "wanted";
        return (
          <Row key={what} data-line={what}>
            <td>
              <Tick
                label={what}
                on={picked.includes(what)}
                onChange={(on) => onPick(on ? [...picked, what] : without([what]))}
              />
            </td>
            <td className="figure">{quantity}</td>
            <td className={LOOK[state] ?? ""}>{state}</td>
            <td className="text-pale">{why.join("; ")}</td>
          </Row>
        );
      })}
    </Table>
  );
}
