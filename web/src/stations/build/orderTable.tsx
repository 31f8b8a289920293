import type { ReactNode } from "react";
import type { OrderLine, OrderStanding } from "../../api/types";
import { useMoney } from "../../job/money";
import { Tick } from "../../ui/tick";
import { Row, Table } from "../../ui/table";
import { offerOf } from "./suppliers";

/** Lines that come from one place, with what can be done with all of them. */
export type OrderGroup = { caption: string; lines: OrderLine[]; papers: ReactNode };

type OrderTableProps = {
  groups: OrderGroup[];
  stands: Map<string, OrderStanding>;
  picked: string[];
  onPick: (picked: string[]) => void;
};

const HEADS = [
  "Line",
  "Pieces",
  "Each",
  "Days",
  { text: "Stands", words: true },
  { text: "Why", words: true },
];

/** All lines by whom they come from, each to be picked, with how it stands and why it is asked for. */
export function OrderTable({ groups, stands, picked, onPick }: OrderTableProps) {
  const without = (whats: string[]) => picked.filter((what) => !whats.includes(what));
  const pick = (whats: string[], on: boolean) =>
    onPick(on ? [...without(whats), ...whats] : without(whats));
  return (
    <Table label="The order" heads={HEADS}>
      {groups.map(({ caption, lines, papers }) => {
        const own = lines.map(({ what }) => what);
        return [
          <Row key={caption} className="border-t-ink">
            <td colSpan={6}>
              <span className="flex flex-wrap items-center gap-x-4 pt-3">
                <span className="text-base font-semibold">{caption}</span>
                <Tick
                  label={`All ${own.length}`}
                  on={own.every((what) => picked.includes(what))}
                  onChange={(on) => pick(own, on)}
                />
                {papers}
              </span>
            </td>
          </Row>,
          ...lines.map((line) => (
            <Line
              key={line.what}
              line={line}
              standing={stands.get(line.what)}
              picked={picked.includes(line.what)}
              onPick={(on) => pick([line.what], on)}
            />
          )),
        ];
      })}
    </Table>
  );
}

type LineProps = {
  line: OrderLine;
  standing: OrderStanding | undefined;
  picked: boolean;
  onPick: (on: boolean) => void;
};

const LOOK: Partial<Record<OrderStanding["state"], string>> = {
  wrong: "text-stop",
  arrived: "text-after",
  "in stock": "text-after",
};

function Line({ line: { what, quantity, why }, standing, picked, onPick }: LineProps) {
  const money = useMoney(2);
  const offer = standing ? offerOf(standing) : null;
  const state = standing?.state ?? "wanted";
  return (
    <Row data-line={what}>
      <td className="min-w-48">
        <Tick label={what} on={picked} onChange={onPick} />
      </td>
      <td className="figure">{quantity}</td>
      <td className="figure">{offer ? money(offer.price_cents / 100) : "–"}</td>
      <td className="figure">{offer?.delivery_days ?? "–"}</td>
      <td className={LOOK[state] ?? ""}>
        {state}
        {standing?.on_shelf != null && (
          <span className="block text-xs text-pale">{standing.on_shelf} on our shelf</span>
        )}
      </td>
      <td className="text-pale">{why.join("; ")}</td>
    </Row>
  );
}
