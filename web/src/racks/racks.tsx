import { useMoney } from "../job/money";
import { Row, Table } from "../ui/table";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { STEELS } from "../api/generated/core";
import { useRacks } from "../api/racks";
import type { PartRow } from "../api/types";
import { useWritable } from "../api/session";
import { shownAs } from "../api/units";
import { bareKnown, grouped, weight } from "../drawings/quantity";
import { Pick } from "../ui/pick";
import { BUTTON_TAB } from "../ui/tab";
import { Tick } from "../ui/tick";
import { KitSheets } from "./kitSheets";
import { OurShelf } from "./ourShelf";
import { PartPanel } from "./partPanel";
import { KINDS, queryOf } from "./search";
import { Steels, Suppliers } from "./steelsAndSuppliers";
import type { RacksSearch } from "./search";

/** What else the racks hold, beside the parts of suppliers. */
const LISTS = [
  { list: "shelf", name: "Our shelf" },
  { list: "sheets", name: "Kit sheets" },
  { list: "suppliers", name: "Suppliers" },
  { list: "steels", name: "Steels" },
] as const;

/** The racks: every part a shop can fit, searched by what matters. */
export function Racks() {
  const search = useSearch({ from: "/racks" });
  const navigate = useNavigate();
  const writable = useWritable();
  const racks = useRacks(queryOf(search));
  const change = (part: Partial<RacksSearch>) =>
    void navigate({
      to: "/racks",
      search: { ...search, page: undefined, ...part },
      replace: true,
    });

  return (
    <main className="pb-8">
      <title>Racks · Calm Axle</title>
      <div className="my-4 flex flex-wrap items-end gap-x-6 gap-y-2">
        <h1 className="text-2xl font-semibold">Racks</h1>
        <input
          aria-label="Part number or maker"
          placeholder="Part number or maker"
          defaultValue={search.find ?? ""}
          onChange={(event) => change({ find: event.target.value || undefined })}
          className="min-h-11 w-56 border-b border-ink bg-transparent"
        />
        <span className="ml-auto flex gap-3 text-sm">
          <a
            href="/api/racks/rack.csv"
            className="grid min-h-11 place-items-center border border-ink px-4"
          >
            Export CSV
          </a>
          {writable && (
            <Link
              to="/racks/import"
              className="grid min-h-11 place-items-center border border-after bg-after px-4 text-after-ink"
            >
              Import CSV
            </Link>
          )}
        </span>
      </div>
      <nav aria-label="Kinds of part" className="flex flex-wrap gap-x-5 border-b border-line">
        {KINDS.map(({ key, name }) => (
          <button
            key={name}
            type="button"
            aria-pressed={search.kind === key && search.list === undefined}
            onClick={() => change({ kind: key, list: undefined })}
            className={BUTTON_TAB}
          >
            {name}{" "}
            <span className="figure">
              {racks.data
                ? key
                  ? racks.data.counts[key]
                  : Object.values(racks.data.counts).reduce((sum, count) => sum + count, 0)
                : ""}
            </span>
          </button>
        ))}
        {LISTS.map(({ list, name }) => (
          <button
            key={list}
            type="button"
            aria-pressed={search.list === list}
            onClick={() => change({ list, sheet: undefined })}
            className={BUTTON_TAB}
          >
            {name}
          </button>
        ))}
      </nav>
      {search.list === "shelf" && <OurShelf />}
      {search.list === "sheets" && <KitSheets open={search.sheet} />}
      {search.list === "steels" && <Steels />}
      {search.list === "suppliers" && <Suppliers />}
      {search.list === undefined && <Parts search={search} change={change} />}
    </main>
  );
}

type PartsProps = { search: RacksSearch; change: (part: Partial<RacksSearch>) => void };

/** The parts that a search finds, and the one that is opened beside them. */
function Parts({ search, change }: PartsProps) {
  const racks = useRacks(queryOf(search));
  const rows = racks.data?.rows ?? [];
  return (
    <>
      <Filters search={search} change={change} />
      {racks.isLoadingError && <p className="py-2 text-stop">{racks.error.message}</p>}
      <div className="grid grid-cols-1 gap-x-8 lg:grid-cols-[3fr_2fr]">
        <div className="overflow-x-auto">
          <Table
            heads={[
              "Part",
              { text: "Axle, load", words: true },
              `⌀ / bore, ${shownAs("small_length").symbol}`,
              "Holes to drill",
              "Price",
              "Stock",
              "Days",
            ]}
          >
            {rows.map((row) => (
              <RackRow
                key={row.id}
                row={row}
                open={row.id === search.part}
                onOpen={() => change({ part: row.id, page: search.page })}
              />
            ))}
          </Table>
          {racks.data?.total === 0 && (
            <p className="py-4 text-pale">
              Nothing on the racks is like that. Leave a filter out, or import a seller&rsquo;s
              table.
            </p>
          )}
          {racks.data && racks.data.pages > 1 && (
            <nav aria-label="Pages" className="mt-2 flex items-center gap-4 text-sm">
              {[racks.data.page - 1, racks.data.page + 1].map((page, i) => (
                <button
                  key={i}
                  type="button"
                  disabled={page < 1 || page > (racks.data?.pages ?? 1)}
                  onClick={() => change({ page })}
                  className="min-h-11 underline underline-offset-4 disabled:text-pale disabled:no-underline"
                >
                  {i === 0 ? "Before" : "Next"}
                </button>
              ))}
              <span className="text-pale">
                page {racks.data.page} of {racks.data.pages}, {grouped(racks.data.total, 0)} parts
              </span>
            </nav>
          )}
        </div>
        <PartPanel id={search.part} />
      </div>
    </>
  );
}

function Filters({ search, change }: PartsProps) {
  const text = (key: keyof RacksSearch, label: string, example: string) => (
    <label className="text-sm">
      <span className="block text-xs text-pale">{label}</span>
      <input
        defaultValue={String(search[key] ?? "")}
        placeholder={example}
        onBlur={(event) => change({ [key]: event.target.value || undefined })}
        onKeyDown={(event) =>
          event.key === "Enter" && change({ [key]: event.currentTarget.value || undefined })
        }
        className="figure min-h-11 w-28 border-b border-line bg-transparent"
      />
    </label>
  );
  return (
    <div className="flex flex-wrap items-end gap-x-5 gap-y-1 py-2">
      <Pick
        label="Axle"
        value={search.axle ?? ""}
        options={[
          { value: "", text: "either" },
          { value: "front", text: "front" },
          { value: "rear", text: "rear" },
        ]}
        onChange={(axle) => change({ axle: axle || undefined })}
      />
      {text("load", `Carries, ${shownAs("mass").symbol}`, "6.9 t")}
      {text("from", `Diameter from, ${shownAs("small_length").symbol}`, '1 3/8"')}
      {text("to", "to", "40 mm")}
      {text("bore", "Bore from", "18 mm")}
      <Pick
        label="Steel"
        value={search.steel ?? ""}
        options={[
          { value: "", text: "any" },
          ...Object.entries(STEELS).map(([value, name]) => ({ value, text: name })),
        ]}
        onChange={(steel) => change({ steel: steel || undefined })}
      />
      {text("price", "Price to", "500")}
      {text("days", "Days to", "7")}
      {(
        [
          ["tube", "tubes only"],
          ["undrilled", "nothing to drill"],
          ["whole", "nothing else comes apart"],
        ] as const
      ).map(([key, label]) => (
        <Tick
          key={key}
          label={label}
          on={search[key] === true}
          onChange={(on) => change({ [key]: on || undefined })}
        />
      ))}
    </div>
  );
}

function RackRow({ row, open, onOpen }: { row: PartRow; open: boolean; onOpen: () => void }) {
  const money = useMoney(2);
  const mm = (value: number | null) =>
    value === null ? "" : bareKnown(value, "small_length", 1e-4);
  return (
    <Row className={open ? "bg-sheet" : ""}>
      <td>
        <button
          type="button"
          aria-pressed={open}
          onClick={onOpen}
          className="min-h-11 text-left hover:text-after"
        >
          <span className="font-medium">{row.part_number}</span>{" "}
          <span className="text-pale">
            {row.maker}, {row.kind}
          </span>
        </button>
      </td>
      <td className="whitespace-nowrap text-pale">
        {row.axle}, {bareKnown(row.axle_load_from_kg, "mass", 1)}–{weight(row.axle_load_to_kg)}
      </td>
      <td className="figure">
        {mm(row.diameter_m)}
        {row.bore_m ? ` / ${mm(row.bore_m)}` : ""}
      </td>
      <td className="figure">{row.holes_drilled || "–"}</td>
      <td className="figure">{row.price_cents === null ? "–" : money(row.price_cents / 100)}</td>
      <td className="figure">{row.stock ?? "–"}</td>
      <td className="figure">{row.delivery_days ?? "–"}</td>
    </Row>
  );
}
