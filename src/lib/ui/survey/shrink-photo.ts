/** Makes a photo small enough to keep on a device and to send from a kitchen. */

/** Longest side, pixels: what the server keeps. */
const SIDE = 2000;

/** Upright, without what the camera wrote; the file as it is where it cannot be read here. */
export async function shrinkPhoto(file: Blob): Promise<Blob> {
  try {
    const picture = await createImageBitmap(file);
    const scale = Math.min(1, SIDE / Math.max(picture.width, picture.height));
    const canvas = new OffscreenCanvas(Math.round(picture.width * scale), Math.round(picture.height * scale));
    canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height);
    picture.close();
    return await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.85 });
  } catch {
    return file;
  }
}
