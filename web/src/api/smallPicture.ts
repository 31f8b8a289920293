/** Longest side and quality a picture is kept with; a bolt's head is still read on it. */
const [LONGEST_PX, QUALITY] = [1600, 0.8];
/** A picture smaller than this is kept as it is [bytes]. */
const SMALL_BYTES = 400_000;

/** A picture made small enough to be kept on a device and sent over a poor network. */
export async function small(picture: File): Promise<File> {
  if (picture.size <= SMALL_BYTES) return picture;
  try {
    const whole = await createImageBitmap(picture, { imageOrientation: "from-image" });
    const shrink = Math.min(1, LONGEST_PX / Math.max(whole.width, whole.height));
    const canvas = new OffscreenCanvas(
      Math.round(whole.width * shrink),
      Math.round(whole.height * shrink),
    );
    canvas.getContext("2d")?.drawImage(whole, 0, 0, canvas.width, canvas.height);
    whole.close();
    const blob = await canvas.convertToBlob({ type: "image/jpeg", quality: QUALITY });
    return blob.size < picture.size
      ? new File([blob], picture.name, { type: "image/jpeg" })
      : picture;
  } catch {
    // What this browser cannot read is sent whole; the server says what it is.
    return picture;
  }
}
