import { Link } from "@tanstack/react-router";
import { useLead } from "../api/session";
import { UNITS } from "../api/generated/core";
import { useAttempt } from "../api/attempt";
import { useSent } from "../api/outbox/useOutbox";
import { NO_JOB } from "../api/outbox/write";
import { useShop, useShopWrites } from "../api/shop";
import type { ShopOut } from "../api/types";
import { Alert } from "../ui/alert";
import { WidePick } from "../ui/widePick";
import { BoltRecord } from "./boltRecord";

const NAMES = new Intl.DisplayNames("en", { type: "currency" });

const UNIT_CHOICES = Object.entries(UNITS).map(([value, text]) => ({ value, text }));

/** What work costs: the shop's own, and what it gives out. */
const WORK = [
  {
    place: "labour",
    label: "An hour of labour",
    of: (shop: ShopOut) => shop.labour_cents_an_hour,
  },
  { place: "alignment", label: "A wheel alignment", of: (shop: ShopOut) => shop.alignment_cents },
  {
    place: "exhaust",
    label: "Exhaust opened and closed",
    of: (shop: ShopOut) => shop.exhaust_cents,
  },
];

/** The shop: its money, and its ways where practitioners disagree. A lead changes them. */
export function Shop() {
  const shop = useShop();
  const lead = useLead();
  if (shop === undefined) return <p className="py-6 text-pale">Opening …</p>;
  return (
    <main className="max-w-3xl pb-10">
      <title>{`${shop.name} · Calm Axle`}</title>
      <h1 className="my-4 text-2xl font-semibold">{shop.name}</h1>
      {!lead && <p className="mb-3 text-pale">Only a lead changes what the shop keeps to.</p>}
      <p className="mb-4">
        <Link to="/people" className="text-after underline underline-offset-4">
          {lead ? "People, tablets and my sign-in" : "My password and number"}
        </Link>
      </p>
      <h2 className="font-semibold">Units</h2>
      <div className="mb-6 grid gap-x-8 sm:grid-cols-2">
        <Setting place="units" label="The shop’s" value={shop.units} options={UNIT_CHOICES} />
        <Setting
          place="my_units"
          label="Mine"
          value={shop.my_units}
          options={[{ value: "", text: "as the shop" }, ...UNIT_CHOICES]}
          anybody
        />
      </div>
      <h2 className="font-semibold">Money</h2>
      <div className="grid gap-x-8 sm:grid-cols-2">
        <Setting
          place="currency"
          label="Currency"
          value={shop.currency}
          options={shop.currencies.map((value) => ({
            value,
            text: `${value}, ${NAMES.of(value)}`,
          }))}
        />
        {WORK.map(({ place, label, of }) => (
          <Amount
            key={place}
            place={place}
            label={label}
            now={(of(shop) / 100).toFixed(2)}
            currency={shop.currency}
          />
        ))}
      </div>
      <h2 className="mt-6 font-semibold">The working day</h2>
      <div className="grid gap-x-8 sm:grid-cols-2">
        <Amount place="opens_at" label="Opens at" now={shop.opens_at} currency="" />
        <Amount place="open_hours" label="Open a day" now={String(shop.open_hours)} currency="h" />
        <Amount place="crew" label="People who work" now={String(shop.crew)} currency="" />
      </div>
      <h2 className="mt-6 font-semibold">Re-checks</h2>
      <p className="text-sm text-pale">
        Wheel nuts and U-bolts after the first 80 to 160 km, every joint after 800 to 1 600 km,
        then:
      </p>
      <div className="grid gap-x-8 sm:grid-cols-2">
        <Amount place="recheck_distance" label="Every" now={shop.recheck_distance} currency="" />
        <Amount
          place="recheck_days"
          label="Or every"
          now={String(shop.recheck_days)}
          currency="days"
        />
      </div>
      <p className="mt-1 text-sm text-pale">
        Bays, closed days and who is away are on the board; what is on the shelf is with the racks.
      </p>
      <h2 className="mt-6 font-semibold">How far to trust the numbers</h2>
      <p className="mb-2">
        <Link to="/record" className="text-after underline underline-offset-4">
          Predicted and measured, over all jobs
        </Link>
      </p>
      <BoltRecord />
      <h2 className="mt-6 font-semibold">Our ways</h2>
      <p className="mb-2 text-sm text-pale">
        Practitioners disagree here, and each of these is safe. A job can keep to another.
      </p>
      {shop.matters.map(({ key, matter, options, why, default: usual }) => (
        <section key={key} aria-label={matter}>
          <Setting
            place={`schools.${key}`}
            label={matter}
            value={shop.schools[key] ?? usual}
            options={Object.entries(options).map(([value, text]) => ({ value, text }))}
          />
          <p className="mb-2 text-xs text-pale">
            Usual: {options[usual]}. {why}
          </p>
        </section>
      ))}
    </main>
  );
}

type SettingProps = {
  place: string;
  label: string;
  value: string;
  options: { value: string; text: string }[];
  /** Everybody settles it for themselves. */
  anybody?: boolean;
};

function Setting({ place, label, value, options, anybody = false }: SettingProps) {
  const { change } = useShopWrites();
  const { refusal, attempt } = useAttempt();
  const lead = useLead();
  // What was picked shows at once, whatever is still on its way.
  const sent = useSent(NO_JOB)("shop", place);
  return (
    <div>
      <WidePick
        label={label}
        place={place}
        value={sent && !sent.refused ? sent.typed : value}
        options={options}
        disabled={!(lead || anybody)}
        onChange={(typed) => void attempt(() => change(place, typed, value))}
      />
      <Alert roomy={false}>{refusal?.message}</Alert>
    </div>
  );
}

type AmountProps = { place: string; label: string; now: string; currency: string };

function Amount({ place, label, now, currency }: AmountProps) {
  const { change } = useShopWrites();
  const { refusal, attempt } = useAttempt();
  const lead = useLead();
  return (
    <div>
      <label className="flex min-h-11 items-center justify-between gap-3 border-b border-line text-sm">
        <span className="text-pale">{label}</span>
        <span>
          <input
            key={now}
            data-place={place}
            defaultValue={now}
            disabled={!lead}
            inputMode="decimal"
            onBlur={({ target }) => {
              if (target.value !== now) void attempt(() => change(place, target.value, now));
            }}
            className="figure min-h-11 w-24 bg-transparent text-right outline-none focus:border-b-2 focus:border-after"
          />{" "}
          <span className="text-pale">{currency}</span>
        </span>
      </label>
      <Alert roomy={false}>{refusal?.message}</Alert>
    </div>
  );
}
