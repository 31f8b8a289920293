import { useNavigate, useSearch } from "@tanstack/react-router";
import { STATION_NAMES } from "../../api/generated/core";
import { useNames } from "../../api/people";
import type { YardOnly, YardSort } from "../../api/types";
import { STATIONS } from "../../job/stations";
import { Pick } from "../../ui/pick";
import { ONLY_NAMES, SORT_NAMES } from "./sorts";

const ALL = "all";
const AT = [
  { value: ALL, text: "every station" },
  ...STATIONS.map((station) => ({ value: station, text: STATION_NAMES[station] })),
];
const asOptions = (names: Record<string, string>) =>
  Object.entries(names).map(([value, text]) => ({ value, text }));

/** Which jobs are looked at, and what comes first. */
export function YardOrder() {
  const asked = useSearch({ from: "/" });
  const names = useNames() ?? [];
  const navigate = useNavigate();
  const go = (change: Partial<typeof asked>) =>
    void navigate({ to: "/", replace: true, search: { ...asked, ...change, page: undefined } });
  const orNone = <T extends string>(value: string) => (value === ALL ? undefined : (value as T));
  return (
    <>
      <Pick
        label="At"
        value={asked.station ?? ALL}
        options={AT}
        onChange={(at) => go({ station: orNone(at) })}
      />
      <Pick
        label="Only"
        value={asked.only ?? ALL}
        options={[{ value: ALL, text: "all" }, ...asOptions(ONLY_NAMES)]}
        onChange={(only) => go({ only: orNone<YardOnly>(only) })}
      />
      <Pick
        label="Whose"
        value={asked.fitter ?? ALL}
        options={[
          { value: ALL, text: "anybody's" },
          ...names.map(({ username, name }) => ({ value: username, text: name })),
        ]}
        onChange={(fitter) => go({ fitter: orNone(fitter) })}
      />
      <Pick
        label="First"
        value={asked.sort ?? "changed"}
        options={asOptions(SORT_NAMES)}
        onChange={(sort) =>
          go({ sort: sort === "changed" ? undefined : (sort as Exclude<YardSort, "changed">) })
        }
      />
    </>
  );
}
