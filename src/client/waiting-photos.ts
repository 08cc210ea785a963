import { deviceDatabase } from './device-database';

/** Photos that the server does not have yet. They belong to the person who took them. */
const keyOf = (owner: string, notebook: number, photo: string) => `${owner}/${notebook}/${photo}`;

export async function putWaitingPhoto(owner: string, notebook: number, photo: string, picture: Blob): Promise<void> {
  await (await deviceDatabase()).put('photos', picture, keyOf(owner, notebook, photo));
}

export const readWaitingPhoto = async (owner: string, notebook: number, photo: string): Promise<Blob | null> =>
  (await (await deviceDatabase()).get('photos', keyOf(owner, notebook, photo))) ?? null;

export async function removeWaitingPhoto(owner: string, notebook: number, photo: string): Promise<void> {
  await (await deviceDatabase()).delete('photos', keyOf(owner, notebook, photo));
}

const ownersKeys = async (owner: string): Promise<readonly string[]> =>
  (await (await deviceDatabase()).getAllKeys('photos')).filter((key) => key.startsWith(`${owner}/`));

/** Number of photos of a person on this device that the server does not have. */
export const countWaitingPhotos = async (owner: string): Promise<number> => (await ownersKeys(owner)).length;

export async function forgetWaitingPhotos(owner: string): Promise<void> {
  const db = await deviceDatabase();
  for (const key of await ownersKeys(owner)) await db.delete('photos', key);
}
