import { useState } from "react";
import { useAttempt } from "../api/attempt";
import { useOnItsWay } from "../api/outbox/useOutbox";
import { usePhotos } from "../api/queries";
import type { Photo } from "../api/types";
import { useJobView } from "./context";
import { useWritable } from "../api/session";
import { FileButton, PICTURES } from "../ui/fileButton";

type PartPhotosProps = { place: string; label: string };

/** Pictures of one place: taken or chosen, seen, taken away and put back. */
export function PartPhotos({ place, label }: PartPhotosProps) {
  const { job, writes } = useJobView();
  const writable = useWritable();
  const photos = usePhotos(job.id);
  const onItsWay = useOnItsWay().filter(
    ({ write }) => write.jobId === job.id && write.base === "photos" && write.place === place,
  );
  const { refusal, attempt } = useAttempt();
  const [gone, setGone] = useState<Photo | null>(null);
  const here = photos.filter((photo) => photo.place === place);

  const setAway = (photo: Photo, away: boolean) =>
    attempt(async () => {
      const now = await writes.setPhotoAway(photo, away);
      setGone(away ? now : null);
    });

  return (
    <div className="mt-2">
      <div className="flex flex-wrap gap-2">
        {here.map((photo) => (
          <figure key={photo.id} className="w-36">
            <a href={`/api/photos/${photo.id}.jpg`} target="_blank" rel="noreferrer">
              <img
                src={`/api/photos/${photo.id}.jpg`}
                alt={`${label}, taken by ${photo.person}`}
                className="aspect-[3/2] w-full border border-line object-cover"
              />
            </a>
            {writable && (
              <button
                type="button"
                className="min-h-11 text-xs text-pale underline underline-offset-4"
                onClick={() => void setAway(photo, true)}
              >
                Take away
              </button>
            )}
          </figure>
        ))}
        {writable && (
          <FileButton
            className="grid min-h-11 cursor-pointer place-items-center border border-ink px-4 text-sm hover:bg-ink hover:text-paper"
            label={`Photo of the ${label}`}
            accept={PICTURES}
            camera
            onFile={(file) => void writes.keepPhoto(place, file)}
          >
            {here.length ? "Another photo" : "Photo"}
          </FileButton>
        )}
      </div>
      <p role="status" className="min-h-5 text-xs text-pale">
        {onItsWay.map(({ write, state }) => (
          <span key={write.id} className={`mr-3 ${state === "refused" ? "text-stop" : ""}`}>
            {write.typed}: {write.refused?.complaints[0]?.message ?? "kept here, being sent …"}
          </span>
        ))}
        {refusal?.message}
        {gone !== null && (
          <>
            Taken away.{" "}
            <button
              type="button"
              className="text-after underline underline-offset-4"
              onClick={() => void setAway(gone, false)}
            >
              Put it back
            </button>
          </>
        )}
      </p>
    </div>
  );
}
