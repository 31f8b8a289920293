import { useState } from "react";
import { ClickedPicture } from "../drawings/clickedPicture";
import { complete, linesOf, wanted } from "../drawings/clicks";
import type { Clicks } from "../drawings/clicks";
import { degrees } from "../drawings/quantity";
import { Alert } from "../ui/alert";
import { Button } from "../ui/button";
import { FileButton, PICTURES } from "../ui/fileButton";
import { Answered, Figures, useAnswer } from "./answer";

type Picture = { url: string; width: number; height: number; clicks: Clicks };

/** Two pictures of the vehicle from behind, standing and leaning, and the lean between them. */
export function Pictures() {
  const [standing, setStanding] = useState<Picture | null>(null);
  const [leaning, setLeaning] = useState<Picture | null>(null);
  const ready = standing && leaning && complete(standing.clicks) && complete(leaning.clicks);
  return (
    <div>
      <div className="grid gap-6 md:grid-cols-2">
        <OnePicture title="Standing" picture={standing} onChange={setStanding} />
        <OnePicture title="Leaning" picture={leaning} onChange={setLeaning} />
      </div>
      {ready ? (
        <Lean standing={standing.clicks} leaning={leaning.clicks} />
      ) : (
        <p className="mt-3 text-sm text-pale">
          The pictures stay on this device. Camera level with the middle of the vehicle, looking
          along the road; the same lens for both.
        </p>
      )}
    </div>
  );
}

function Lean({ standing, leaning }: { standing: Clicks; leaning: Clicks }) {
  const [first, second] = [linesOf(standing), linesOf(leaning)];
  const body = {
    body: [first.body, second.body],
    horizon: [first.horizon, second.horizon],
  };
  const query = useAnswer("pictures", { asked: JSON.stringify(body) });
  return (
    <Answered query={query}>
      {(found) => (
        <Figures
          rows={[
            [
              "Lean between the pictures",
              `${degrees(found.lean_rad)} ± ${degrees(found.band_rad)}`,
            ],
          ]}
        />
      )}
    </Answered>
  );
}

type OnePictureProps = {
  title: string;
  picture: Picture | null;
  onChange: (picture: Picture | null) => void;
};

function OnePicture({ title, picture, onChange }: OnePictureProps) {
  const [bad, setBad] = useState("");

  function open(file: File) {
    const refuse = () =>
      setBad(`“${file.name}” is no picture this page can show; take a JPEG, PNG or WebP.`);
    const reader = new FileReader();
    reader.onerror = refuse;
    reader.onload = () => {
      const url = String(reader.result);
      const image = new Image();
      image.onerror = refuse;
      image.onload = () => {
        setBad("");
        onChange({ url, width: image.naturalWidth, height: image.naturalHeight, clicks: [] });
      };
      image.src = url;
    };
    reader.readAsDataURL(file);
  }

  return (
    <section aria-label={title}>
      <h3 className="font-semibold">
        {title}{" "}
        <span className="font-normal text-pale">
          {picture ? wanted(picture.clicks) : "no picture yet"}
        </span>
      </h3>
      {picture && (
        <ClickedPicture
          title={`${title} picture with its lines`}
          {...picture}
          onClicks={(clicks) => onChange({ ...picture, clicks })}
        />
      )}
      <Alert roomy={false}>{bad}</Alert>
      <div className="flex flex-wrap gap-3">
        <FileButton
          label={`${title} picture`}
          accept={PICTURES}
          className="inline-grid min-h-11 cursor-pointer place-items-center border border-ink px-4 text-sm"
          onFile={open}
        >
          {picture ? "Another picture" : "Take or choose a picture"}
        </FileButton>
        {picture && (
          <Button className="text-sm" onClick={() => onChange({ ...picture, clicks: [] })}>
            Click again
          </Button>
        )}
      </div>
    </section>
  );
}
