import 'fake-indexeddb/auto';
import { expect, it } from 'vitest';
import { countWaitingPhotos, forgetWaitingPhotos, putWaitingPhoto, readWaitingPhoto, removeWaitingPhoto } from './waiting-photos';

it('stores photos by person and notebook until they are sent or the person signs out', async () => {
  const picture = (text: string) => new Blob([text]);
  await putWaitingPhoto('7', 1, 'a', picture('first'));
  await putWaitingPhoto('7', 2, 'a', picture('second'));
  await putWaitingPhoto('71', 1, 'a', picture('of another person'));
  expect(await readWaitingPhoto('7', 1, 'a')).not.toBeNull();
  expect(await readWaitingPhoto('7', 1, 'b')).toBeNull();
  expect(await countWaitingPhotos('7')).toBe(2);
  await removeWaitingPhoto('7', 1, 'a');
  expect(await countWaitingPhotos('7')).toBe(1);
  await forgetWaitingPhotos('7');
  expect([await countWaitingPhotos('7'), await countWaitingPhotos('71')]).toEqual([0, 1]);
});
