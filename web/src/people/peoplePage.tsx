import { usePeople } from "../api/people";
import type { People } from "../api/people";
import { useSession } from "../api/queries";
import { dayAndTime } from "../job/days";
import { Fold } from "../ui/fold";
import { Members } from "./members";
import { Newcomers } from "./newcomers";
import { Own } from "./own";
import { Tablets } from "./tablets";

/** People: one's own sign-in for everybody, and who belongs to the shop for a lead. */
export function PeoplePage() {
  const person = useSession().data;
  if (!person) return null;
  return (
    <main className="max-w-3xl pb-10">
      <title>People · Calm Axle</title>
      <h1 className="my-4 text-2xl font-semibold">People</h1>
      {person.tablet ? (
        <p className="text-pale">
          You took {person.tablet} by your number. People and passwords are changed where you sign
          in with your password.
        </p>
      ) : (
        <>
          {person.role === "lead" && <OfTheShop me={person.username} />}
          <div className="mt-8">
            <Own />
          </div>
        </>
      )}
    </main>
  );
}

function OfTheShop({ me }: { me: string }) {
  const people = usePeople();
  if (people.data === undefined)
    return <p className="text-pale">{people.error?.message ?? "Opening …"}</p>;
  return (
    <>
      <Members people={people.data.people} me={me} />
      <Newcomers invitations={people.data.invitations} />
      <Tablets tablets={people.data.tablets} />
      <Changes events={people.data.events} />
    </>
  );
}

function Changes({ events }: { events: People["events"] }) {
  return (
    <Fold title="What was changed of people" className="mt-6">
      {events.length === 0 && <p className="text-sm text-pale">Nothing yet.</p>}
      <ol className="text-sm">
        {events.map((one, at) => (
          <li key={at} className="border-t border-line py-1">
            <span className="text-pale">{dayAndTime(one.made_at)}</span> {one.by} {one.words}
          </li>
        ))}
      </ol>
    </Fold>
  );
}
