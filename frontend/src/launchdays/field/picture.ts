/** As long as the server keeps them anyway: a phone at the edge of a network need not send more. */
const LONGEST = 1600;

/** A photo made small enough to send from a field; what cannot be read as one is sent as it is, and refused there. */
export async function small(file: Blob): Promise<Blob> {
  try {
    const whole = await createImageBitmap(file);
    const scale = Math.min(1, LONGEST / Math.max(whole.width, whole.height));
    const canvas = new OffscreenCanvas(Math.round(whole.width * scale), Math.round(whole.height * scale));
    canvas.getContext('2d')?.drawImage(whole, 0, 0, canvas.width, canvas.height);
    whole.close();
    return await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.85 });
  } catch {
    return file;
  }
}
