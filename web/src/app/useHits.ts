import { useNavigate, useParams } from "@tanstack/react-router";
import { GLOSSARY, PLACES, STATION_NAMES } from "../api/generated/core";
import { placeName } from "../api/place";
import { useJob, useYard } from "../api/queries";
import { useRacks } from "../api/racks";
import { CALCULATORS } from "../bench/calculators";
import { addressOfPlace } from "../job/placeAddress";
import { SHEET_NAMES } from "../job/sheets";
import { pageOf, PAGE_OF } from "../job/stations";

/** Something found: pressed, it goes there; a word of the trade says what it means. */
export type Hit = { key: string; text: string; what: string; go?: () => void };

const SHEETS = (Object.keys(SHEET_NAMES) as (keyof typeof SHEET_NAMES)[]).flatMap((station) =>
  Object.entries(SHEET_NAMES[station]).map(([sheet, name]) => ({ station, sheet, name })),
);

/** Jobs, measurements, sheets, parts, calculators, words and settings by what is typed. */
export function useHits(find: string, open: boolean, settings: Hit[]): Hit[] {
  const navigate = useNavigate();
  const { jobId } = useParams({ strict: false });
  const yard = useYard(open ? find : null);
  const job = useJob(open ? Number(jobId ?? 0) : 0).data;
  const parts = useRacks(open && find.trim().length > 1 ? { find } : null).data?.rows ?? [];
  const wanted = find.trim().toLowerCase();
  const holds = (text: string) => text.toLowerCase().includes(wanted);
  const matches = (text: string) => wanted.length > 1 && holds(text);

  const jobs: Hit[] = (yard.data?.rows ?? [])
    .map((row) => ({
      key: `job ${row.id}`,
      text: row.name,
      what: [`job ${row.number}`, row.description, row.owner, row.registration]
        .filter(Boolean)
        .join(", "),
      go: () => void navigate({ to: pageOf(row.station), params: { jobId: String(row.id) } }),
    }))
    // While the answer is on its way, the one before it stands: Enter must not take what was not asked.
    .filter(({ text, what }) => !yard.isPlaceholderData || holds(`${text} ${what}`))
    .slice(0, 6);
  const places: Hit[] = Object.keys(PLACES)
    .filter((path) => !path.includes("*") && !path.startsWith("set_up."))
    .map((path) => ({ path, name: placeName(path) }))
    .filter(({ name }) => jobId !== undefined && matches(name))
    .slice(0, 8)
    .map(({ path, name }) => ({
      key: path,
      text: name,
      what: "measurement",
      go: () => void navigate({ ...addressOfPlace(path), params: { jobId: jobId ?? "" } }),
    }));
  const sheets: Hit[] = SHEETS.filter(({ name }) => jobId !== undefined && matches(name)).map(
    ({ station, sheet, name }) => ({
      key: `sheet ${station} ${sheet}`,
      text: name,
      what: `sheet of ${STATION_NAMES[station]}`,
      go: () =>
        void navigate({
          to: PAGE_OF[station],
          params: { jobId: jobId ?? "" },
          search: { sheet } as never,
        }),
    }),
  );
  const calculators: Hit[] = CALCULATORS.filter(({ name, says }) => matches(`${name} ${says}`)).map(
    ({ key, name }) => ({
      key: `bench ${key}`,
      text: name,
      what: "calculator",
      go: () =>
        void navigate({ to: "/bench/$calculator", params: { calculator: key }, search: {} }),
    }),
  );
  // At a job a bar or kit leads to what it would do there; anything else to the racks.
  const bars: Hit[] = parts.slice(0, 6).map((row) => ({
    key: `part ${row.id}`,
    text: `${row.maker} ${row.part_number}`,
    what: row.axle === "either" ? row.kind : `${row.axle} ${row.kind}`,
    go: () =>
      void (job && (row.kind === "bar" || row.kind === "kit")
        ? navigate({
            to: "/jobs/$jobId/choose",
            params: { jobId: String(job.id) },
            search: { axle: row.axle === "front" ? "front" : "rear", part: row.part_number },
          })
        : navigate({ to: "/racks", search: { find: row.part_number, part: row.id } })),
  }));
  const words: Hit[] = Object.entries(GLOSSARY)
    .filter(([word]) => matches(word))
    .slice(0, 5)
    .map(([word, { means }]) => ({ key: `word ${word}`, text: word, what: means }));
  const changes = settings.filter(({ text }) => matches(text));
  return [...changes, ...sheets, ...places, ...calculators, ...bars, ...jobs, ...words];
}
