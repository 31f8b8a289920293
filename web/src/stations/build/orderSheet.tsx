import { Row, Table } from "../../ui/table";
import { useWorkView } from "./workView";

const KINDS = { part: "Parts", fastener: "Fasteners", consumable: "Used up" } as const;

/** One list of all that the job consumes, each with the decisions that ask for it. */
export function OrderSheet() {
  const { order } = useWorkView();
  return (
    <div className="max-w-4xl">
      {(Object.keys(KINDS) as (keyof typeof KINDS)[]).map((kind) => {
        const lines = order.filter((line) => line.kind === kind);
        return (
          lines.length > 0 && (
            <Table
              key={kind}
              caption={KINDS[kind]}
              heads={["What", "How many", { text: "Why", words: true }]}
              className="mb-4 w-full"
            >
              {lines.map(({ what, quantity, why }) => (
                <Row key={what}>
                  <td className="py-1">{what}</td>
                  <td className="figure">{quantity}</td>
                  <td className="text-pale">{why.join("; ")}</td>
                </Row>
              ))}
            </Table>
          )
        );
      })}
    </div>
  );
}
