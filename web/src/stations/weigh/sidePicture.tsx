import { Alert } from "../../ui/alert";
import { useState } from "react";
import { usePhotos } from "../../api/queries";
import { useAttempt } from "../../api/attempt";
import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import type { Photo } from "../../api/types";
import type { SideFrame } from "../../drawings/sideGeometry";
import { pictureTransform } from "../../drawings/pictureGeometry";
import { Panel } from "../../ui/panel";
import { FileButton, PICTURES } from "../../ui/fileButton";

const LOOK =
  "inline-grid min-h-11 cursor-pointer place-items-center px-2 text-[13px] text-pale underline underline-offset-4 hover:text-ink";

/** The newest picture of the side, if there is one. */
export function useSidePicture(jobId: number): Photo | undefined {
  return usePhotos(jobId).findLast(({ place }) => place === "side");
}

type UnderlayProps = { photo: Photo; frame: SideFrame; hubs: [number, number] };

/** A picture under the side view, its hubs on the drawn ones. */
export function SidePictureUnderlay({ photo, frame, hubs }: UnderlayProps) {
  const [front, rear] = photo.marks ?? [];
  if (front === undefined || rear === undefined) return null;
  const inPixels = ([x = 0, y = 0]: number[]) => ({ x: x * photo.width, y: y * photo.height });
  return (
    <image
      href={`/api/photos/${photo.id}.jpg`}
      width={photo.width}
      height={photo.height}
      opacity={0.55}
      transform={pictureTransform(
        [inPixels(front), inPixels(rear)],
        [
          { x: frame.frontAxle, y: hubs[0] },
          { x: frame.rearAxle, y: hubs[1] },
        ],
      )}
    />
  );
}

/** Load a picture of the side and mark both hubs on it: the wheelbase is the known length. */
export function SidePictureTools() {
  const { job, writes } = useJobView();
  const writable = useWritable();
  const photo = useSidePicture(job.id);
  const [marking, setMarking] = useState(false);
  const [first, setFirst] = useState<[number, number] | null>(null);
  const { refusal, attempt } = useAttempt();
  if (!writable) return null;

  async function pick(point: [number, number]) {
    if (photo === undefined) return;
    if (first === null) {
      setFirst(point);
      return;
    }
    await attempt(() => writes.markPhoto(photo, [first, point]));
    setFirst(null);
    setMarking(false);
  }

  return (
    <span className="flex flex-wrap items-center">
      <FileButton
        className={LOOK}
        label="Picture of the left side"
        accept={PICTURES}
        onFile={(file) =>
          void attempt(async () => {
            await writes.keepPhoto("side", file);
            setMarking(true);
          })
        }
      >
        {photo ? "Another picture" : "Lay a picture under"}
      </FileButton>
      {photo && (
        <>
          <button type="button" className={LOOK} onClick={() => setMarking(true)}>
            Mark its hubs
          </button>
          <button
            type="button"
            className={LOOK}
            onClick={() => void attempt(() => writes.setPhotoAway(photo, true))}
          >
            Take it away
          </button>
        </>
      )}
      {refusal && (
        <Alert roomy={false} className="text-xs">
          {refusal?.message}
        </Alert>
      )}
      <Panel
        open={marking && photo !== undefined}
        onClose={() => setMarking(false)}
        title={first === null ? "Press on the front hub" : "Now on the rear hub"}
      >
        <p className="mb-2 text-sm text-pale">
          The wheelbase between them scales the picture; front to the left.
        </p>
        {photo && <MarkedPicture photo={photo} first={first} onPick={(at) => void pick(at)} />}
      </Panel>
    </span>
  );
}

type MarkedPictureProps = {
  photo: Photo;
  first: [number, number] | null;
  onPick: (at: [number, number]) => void;
};

const STEP = 0.01;

/** The picture to be pressed on; arrows and Enter do the same without a pointer. */
function MarkedPicture({ photo, first, onPick }: MarkedPictureProps) {
  const [at, setAt] = useState<[number, number]>([0.2, 0.8]);

  function onKeyDown(event: React.KeyboardEvent) {
    const steps: Record<string, [number, number]> = {
      ArrowLeft: [-STEP, 0],
      ArrowRight: [STEP, 0],
      ArrowUp: [0, -STEP],
      ArrowDown: [0, STEP],
    };
    const step = steps[event.key];
    if (step) {
      event.preventDefault();
      const wide = event.shiftKey ? 10 : 1;
      setAt(([x, y]) => [bounded(x + step[0] * wide), bounded(y + step[1] * wide)]);
    } else if (event.key === "Enter") {
      event.preventDefault();
      onPick(at);
    }
  }

  return (
    <button
      type="button"
      aria-label="Picture of the side; arrows move the cross, Enter marks"
      className="relative block w-full cursor-crosshair"
      onKeyDown={onKeyDown}
      onClick={(event) => {
        const box = event.currentTarget.getBoundingClientRect();
        if (event.detail === 0) return;
        onPick([
          bounded((event.clientX - box.left) / box.width),
          bounded((event.clientY - box.top) / box.height),
        ]);
      }}
    >
      <img src={`/api/photos/${photo.id}.jpg`} alt="" className="block w-full" />
      <Cross at={at} />
      {first && <Cross at={first} />}
    </button>
  );
}

function bounded(share: number): number {
  return Math.min(1, Math.max(0, share));
}

function Cross({ at: [x, y] }: { at: [number, number] }) {
  return (
    <svg
      viewBox="0 0 20 20"
      className="absolute size-5 -translate-x-1/2 -translate-y-1/2"
      style={{ left: `${x * 100}%`, top: `${y * 100}%` }}
      aria-hidden="true"
    >
      <path d="M10 0 V20 M0 10 H20" stroke="var(--stop)" strokeWidth={2} />
    </svg>
  );
}
