import { LINE_NAMES } from "../../drawings/clicks";
import type { Clicks } from "../../drawings/clicks";

/** One frozen frame of a film. */
export type Frame = { url: string; width: number; height: number; atS: number };

/** What a video shows now, as a picture; none before it shows anything. */
export function frozen(video: HTMLVideoElement): Frame | undefined {
  const { videoWidth: width, videoHeight: height } = video;
  if (width === 0) return undefined;
  const canvas = document.createElement("canvas");
  canvas.width = width;
  canvas.height = height;
  canvas.getContext("2d")?.drawImage(video, 0, 0);
  return { url: canvas.toDataURL("image/jpeg", 0.92), width, height, atS: video.currentTime };
}

/** A frame with its lines and what they say drawn on it, as a file to be kept. */
export async function drawnOn(frame: Frame, clicks: Clicks, says: string): Promise<File> {
  const image = new Image();
  image.src = frame.url;
  await image.decode();
  const canvas = document.createElement("canvas");
  canvas.width = frame.width;
  canvas.height = frame.height;
  const pen = canvas.getContext("2d");
  if (pen === null) throw new Error("This browser draws no pictures.");
  pen.drawImage(image, 0, 0);
  pen.lineWidth = frame.width / 250;
  LINE_NAMES.forEach((_, line) => {
    const [a, b] = [clicks[2 * line], clicks[2 * line + 1]];
    if (!a || !b) return;
    for (const [ink, dash] of [
      ["#ffffff", []],
      ["#0c705d", line === 1 ? [frame.width / 60] : []],
    ] as const) {
      pen.strokeStyle = ink;
      pen.setLineDash([...dash]);
      pen.beginPath();
      pen.moveTo(a.x, a.y);
      pen.lineTo(b.x, b.y);
      pen.stroke();
    }
  });
  pen.setLineDash([]);
  pen.font = `${Math.round(frame.height / 18)}px sans-serif`;
  pen.fillStyle = "#ffffff";
  pen.fillRect(0, frame.height - frame.height / 11, frame.width, frame.height / 11);
  pen.fillStyle = "#1b2833";
  pen.fillText(says, frame.width / 60, frame.height - frame.height / 36);
  const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, "image/jpeg", 0.9));
  if (blob === null) throw new Error("This frame could not be made a picture.");
  return new File([blob], "frame.jpg", { type: "image/jpeg" });
}
