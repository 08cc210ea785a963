import type { CommandKind } from '@/contract/keys';
import { CHANGED_KEYS } from '@/contract/keys';

const COMMAND_WORDS: Readonly<Record<CommandKind, string>> = {
  preferences: 'Changed units or theme',
  'own-password': 'Changed own password',
  'customer.save': 'Saved a customer',
  'customer.erase': 'Erased a customer',
  'drive.add': 'Added a drive',
  'drive.save': 'Saved a drawing',
  'drive.remove': 'Deleted a drive',
  'job.open': 'Opened a job',
  'job.write': 'Wrote a ticket line',
  'job.picture': 'Added a picture to a ticket',
  'job.fit-part': 'Used parts on a job',
  'trial.answer': 'Recorded the result of a substitute',
  'job.take-back': 'Struck out a ticket line',
  'job.choose-drive': 'Chose the drive of a job',
  'job.book': 'Used a belt on a job',
  'machine.save': 'Saved a machine',
  'meter.read': 'Read a meter',
  'fact.set': 'Recorded a fact',
  'document.add': 'Added a document',
  'document.remove': 'Deleted a document',
  'practice.start': 'Started a practice session',
  'practice.move': 'Checked in a practice session',
  'practice.hint': 'Requested a hint in practice',
  'practice.finish': 'Finished a practice session',
  'shelf.add': 'Added a belt to stock',
  'shelf.change': 'Changed a belt in stock',
  'shelf.count': 'Counted belts',
  'shelf.remove': 'Deleted a belt from stock',
  'shelf.import': 'Imported belts',
  'shelf.take-back-import': 'Undid an import',
  'shelf.order': 'Changed the order list',
  'part.save': 'Saved a part',
  'part.remove': 'Deleted a part',
  'shop.change': 'Changed settings of the shop',
  'person.add': 'Added a person',
  'person.change': 'Changed role or access of a person',
  'person.reset-password': 'Reset a password',
  'session.end': 'Ended a session',
  'stack.save': 'Saved a hardware stack',
  'notebook.add': 'Added a notebook',
  'notebook.save': 'Saved a notebook',
  'notebook.remove': 'Deleted a notebook',
  'notebook.make-drive': 'Made a drive from a notebook',
  'faults.correct': 'Corrected the causes',
  'follow-up.answer': 'Answered a follow-up',
  'follow-up.undo': 'Undid an answer to a follow-up',
  'follow-up.rules': 'Changed the follow-up rules',
  'calendar.add': 'Added a calendar address',
  'calendar.revoke': 'Revoked a calendar address',
};

/** A command in words. One of an older version of the application has none. */
export const commandWords = (kind: string): string =>
  Object.hasOwn(CHANGED_KEYS, kind) ? COMMAND_WORDS[kind as CommandKind] : 'A change of an older version';

/** Browser and system of a user agent: “Chrome on Android”. The full text if neither is known. */
export function browserWords(agent: string): string {
  if (agent === '') return 'Unknown browser';
  const named = (pairs: readonly (readonly [pattern: RegExp, name: string])[]) => pairs.find(([pattern]) => pattern.test(agent))?.[1];
  const browser = named([
    [/Edg\//, 'Edge'],
    [/Firefox\//, 'Firefox'],
    [/Chrom(?:e|ium)\//, 'Chrome'],
    [/Safari\//, 'Safari'],
  ]);
  const system = named([
    [/Android/, 'Android'],
    [/iPhone|iPad/, 'iOS'],
    [/Windows/, 'Windows'],
    [/Mac OS X/, 'macOS'],
    [/Linux/, 'Linux'],
  ]);
  return browser ? `${browser}${system ? ` on ${system}` : ''}` : agent.slice(0, 60);
}

export const erasedWords = (name: string): string => `${name} is erased. Machines and tickets stay.`;
