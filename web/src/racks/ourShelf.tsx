import { useState } from "react";
import { useAttempt } from "../api/attempt";
import { useRackWrites, useStock } from "../api/racks";
import { useWritable } from "../api/session";
import type { StockRow } from "../api/types";
import { useMoney } from "../job/money";
import { Alert } from "../ui/alert";
import { Button } from "../ui/button";
import { Field } from "../ui/field";
import { Row, Table } from "../ui/table";

/** What the shop keeps on its own shelf: counted by hand, taken by orders, in every quote. */
export function OurShelf() {
  const stock = useStock();
  const money = useMoney(2);
  const writable = useWritable();
  const [open, setOpen] = useState<StockRow>();
  if (stock.isLoadingError) return <p className="py-2 text-stop">{stock.error.message}</p>;
  return (
    <section aria-label="Our shelf" className="max-w-3xl py-2">
      <p className="mb-2 text-sm text-pale">
        An order&rsquo;s line of the same words takes from here, and its price is in the quote.
      </p>
      <Table heads={["What", "There", "At least", "Each", ""]}>
        {stock.data?.map((row) => (
          <Row key={row.what} data-stock={row.what}>
            <td>
              {row.what}
              {row.quantity < row.least && <span className="text-watch"> too few</span>}
            </td>
            <td className="figure">{row.quantity}</td>
            <td className="figure">{row.least}</td>
            <td className="figure">{money(row.price_cents / 100)}</td>
            <td className="text-right">
              {writable && (
                <button
                  type="button"
                  aria-label={`Count ${row.what}`}
                  onClick={() => setOpen(row)}
                  className="min-h-11 underline underline-offset-4"
                >
                  Count
                </button>
              )}
            </td>
          </Row>
        ))}
      </Table>
      {stock.data?.length === 0 && (
        <p className="py-3 text-pale">Nothing yet: enter what is kept, in the words of an order.</p>
      )}
      {writable && (
        <CountForm key={open?.what ?? ""} row={open} onDone={() => setOpen(undefined)} />
      )}
    </section>
  );
}

type CountFormProps = { row: StockRow | undefined; onDone: () => void };

/** How many there are of something, new or known. */
function CountForm({ row, onDone }: CountFormProps) {
  const { count, dropStock } = useRackWrites();
  const { refusal, attempt } = useAttempt();
  const [what, setWhat] = useState(row?.what ?? "");
  const [there, setThere] = useState(String(row?.quantity ?? ""));
  const [least, setLeast] = useState(String(row?.least ?? 0));
  const [price, setPrice] = useState(((row?.price_cents ?? 0) / 100).toFixed(2));
  const whole = (text: string) => (/^\d+$/.test(text.trim()) ? Number(text) : NaN);
  const numbers = [whole(there), whole(least), Math.round(Number(price) * 100)] as const;

  async function keep() {
    const [quantity, atLeast, price_cents] = numbers;
    const counted = { what, quantity, least: atLeast, price_cents };
    if (await attempt(() => count(counted))) onDone();
    if (!row) setWhat("");
  }

  return (
    <form
      aria-label="Count the shelf"
      className="mt-4"
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      <div className="grid items-end gap-3 sm:grid-cols-[3fr_1fr_1fr_1fr]">
        <Field
          label="What, in the words of an order"
          value={what}
          maxLength={200}
          readOnly={row !== undefined}
          onChange={(event) => setWhat(event.target.value)}
        />
        <Field
          label="There"
          value={there}
          inputMode="numeric"
          onChange={(event) => setThere(event.target.value)}
        />
        <Field
          label="At least"
          value={least}
          inputMode="numeric"
          onChange={(event) => setLeast(event.target.value)}
        />
        <Field
          label="Each costs"
          value={price}
          inputMode="decimal"
          onChange={(event) => setPrice(event.target.value)}
        />
      </div>
      <div className="mt-3 flex flex-wrap gap-2">
        <Button
          type="submit"
          primary
          disabled={!what.trim() || numbers.some((number) => Number.isNaN(number))}
        >
          Keep the count
        </Button>
        {row && (
          <Button
            onClick={() => void attempt(() => dropStock(row.what)).then((ok) => ok && onDone())}
          >
            No longer kept
          </Button>
        )}
        {row && <Button onClick={onDone}>Something else</Button>}
      </div>
      <Alert>{refusal?.message}</Alert>
    </form>
  );
}
