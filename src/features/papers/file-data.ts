import { fileIsEmpty, fileTooLarge, fileUnreadable } from './messages';
/** Longest edge of a picture as it is sent, px: what a crack or a part number is still read on, over a weak network. */
const LONGEST_EDGE_PX = 1800;
const QUALITY = 0.85;
/** Larger files are refused before they are read, bytes. */
const LARGEST_BYTES = 8 * 1024 * 1024;

export type FileData = { readonly ok: true; readonly data: string } | { readonly ok: false; readonly problem: string };

async function base64(blob: Blob): Promise<string> {
  const url = await new Promise<string>((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.onerror = () => reject(reader.error ?? new Error('unread'));
    reader.readAsDataURL(blob);
  });
  return url.slice(url.indexOf(',') + 1);
}

/** A picture made smaller on the device; null where the browser cannot read it as one. */
async function smaller(file: File): Promise<Blob | null> {
  const picture = await createImageBitmap(file).catch(() => null);
  if (!picture) return null;
  const scale = Math.min(1, LONGEST_EDGE_PX / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(picture.width * scale);
  canvas.height = Math.round(picture.height * scale);
  canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  return new Promise((resolve) => canvas.toBlob(resolve, 'image/jpeg', QUALITY));
}

/** A file in a command, base64. Pictures are reduced first, so that they can be queued and sent over a weak network. */
export async function fileData(file: File): Promise<FileData> {
  const fit = file.type.startsWith('image/') ? ((await smaller(file)) ?? file) : file;
  if (fit.size === 0) return { ok: false, problem: fileIsEmpty(file.name) };
  if (fit.size > LARGEST_BYTES) return { ok: false, problem: fileTooLarge(file.name) };
  try {
    return { ok: true, data: await base64(fit) };
  } catch {
    return { ok: false, problem: fileUnreadable(file.name) };
  }
}
