import { LiftView } from "./liftView";
import { Offers } from "./offers";
import { StackList } from "./stackList";
import { StackView } from "./stackView";

/** Height of the centre of gravity: by raising the rear, by stacking masses, or by class. */
export function HeightSheet({ stateIndex }: { stateIndex: number }) {
  return (
    <div className="grid grid-cols-1 gap-x-8 lg:grid-cols-[3fr_2fr]">
      <div className="grid gap-5">
        <LiftView />
        <section aria-label="Stacking masses">
          <h2 className="font-semibold">By stacking known masses</h2>
          <StackView stateIndex={stateIndex} />
          <StackList />
        </section>
      </div>
      <div className="lg:border-l lg:border-line lg:pl-6">
        <Offers
          about={["height", "loads"]}
          empty="Raise the rear and weigh the front again, or stack the masses you know. Until then the height is the class's, drawn hollow."
        />
      </div>
    </div>
  );
}
