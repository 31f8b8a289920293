import { useState } from "react";
import { useAttempt } from "../api/attempt";
import { useRackWrites, useScans } from "../api/racks";
import { useWritable } from "../api/session";
import type { Attachment } from "../api/types";
import { FileButton } from "../ui/fileButton";

/** The sheet as it came: scans to look at, taken in, away and back. */
export function Scans({ partId }: { partId: number }) {
  const scans = useScans(partId).data ?? [];
  const { keepScan, setScanAway } = useRackWrites();
  const { refusal, attempt } = useAttempt();
  const [gone, setGone] = useState<Attachment | null>(null);
  const writable = useWritable();
  return (
    <>
      <h3 className="font-semibold">The sheet as it came</h3>
      <ul>
        {scans.map((scan) => (
          <li
            key={scan.id}
            className="flex items-center justify-between gap-2 border-t border-line"
          >
            <a
              href={`/api/scans/${scan.id}/file`}
              className="inline-flex min-h-11 items-center underline underline-offset-4"
            >
              {scan.name}
            </a>
            {writable && (
              <button
                type="button"
                aria-label={`Take away ${scan.name}`}
                className="min-h-11 text-pale underline underline-offset-4"
                onClick={() =>
                  void attempt(() => setScanAway(scan.id, true)).then((ok) => ok && setGone(scan))
                }
              >
                Take away
              </button>
            )}
          </li>
        ))}
      </ul>
      {writable && (
        <FileButton
          className="mt-2 inline-grid min-h-11 cursor-pointer place-items-center border border-ink px-4 hover:bg-ink hover:text-paper"
          label="Scan of the sheet"
          accept="application/pdf,image/jpeg,image/png,image/webp"
          onFile={(file) => void attempt(() => keepScan(partId, file))}
        >
          Add a scan
        </FileButton>
      )}
      <p role="status" className="min-h-5 text-xs">
        {refusal?.message}
        {gone && (
          <button
            type="button"
            className="min-h-11 text-after underline underline-offset-4"
            onClick={() =>
              void attempt(() => setScanAway(gone.id, false)).then((ok) => ok && setGone(null))
            }
          >
            Put {gone.name} back
          </button>
        )}
      </p>
    </>
  );
}
