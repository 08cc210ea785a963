import type * as Sdk from '@aws-sdk/client-s3';

/** A store of files outside of the database, by key. */
export interface ObjectStore {
  readonly put: (key: string, mediaType: string, bytes: Buffer) => Promise<void>;
  /** Null if there is no such file. */
  readonly get: (key: string) => Promise<Buffer | null>;
  readonly remove: (keys: readonly string[]) => Promise<void>;
  /** Keys of all files that are older than a time. */
  readonly keysBefore: (time: Date) => AsyncIterable<string>;
}

/** Prefix of every key. */
const PREFIX = 'taut-sheave/';
/** A store that is silent for this long counts as unavailable, ms. */
const LONGEST_MS = 10_000;

/** One for the process: a bundler may load this module more than once. */
const shared = globalThis as { tautObjects?: { readonly address: string; readonly store: ObjectStore } };

/**
 * Object store of the environment, or null if files are in the database. `TAUT_FILES` is `s3://BUCKET`. The keys are in
 * `AWS_ACCESS_KEY_ID` and `AWS_SECRET_ACCESS_KEY`, the region in `AWS_REGION`. `TAUT_FILES_ENDPOINT` is the address of
 * another server with the same protocol.
 */
export function objectStore(env: NodeJS.ProcessEnv = process.env): ObjectStore | null {
  const address = env['TAUT_FILES'] ?? '';
  if (address === '') return null;
  if (shared.tautObjects?.address !== address) shared.tautObjects = { address, store: openStore(address, env) };
  return shared.tautObjects.store;
}

/** @throws Error with one sentence if the address is not `s3://BUCKET` */
export function openStore(address: string, env: NodeJS.ProcessEnv): ObjectStore {
  const bucket = /^s3:\/\/([a-z0-9][a-z0-9.-]{1,61}[a-z0-9])\/?$/.exec(address)?.[1];
  if (!bucket) throw new Error('TAUT_FILES must be s3:// and the name of a bucket, such as s3://shop-files.');
  const endpoint = env['TAUT_FILES_ENDPOINT'];
  let opened: Promise<{ readonly client: Sdk.S3Client; readonly sdk: typeof Sdk }> | undefined;
  // The library is large. A server that stores its files in the database does not load it.
  const open = () =>
    (opened ??= import('@aws-sdk/client-s3').then((sdk) => ({
      sdk,
      client: new sdk.S3Client({
        region: env['AWS_REGION'] ?? 'us-east-1',
        ...(endpoint ? { endpoint, forcePathStyle: true } : {}),
        maxAttempts: 3,
        requestHandler: { requestTimeout: LONGEST_MS, connectionTimeout: LONGEST_MS },
        // Servers with the same protocol may not know the newer checksums.
        requestChecksumCalculation: 'WHEN_REQUIRED',
        responseChecksumValidation: 'WHEN_REQUIRED',
      }),
    })));
  return {
    put: async (key, mediaType, bytes) => {
      const { client, sdk } = await open();
      await client.send(new sdk.PutObjectCommand({ Bucket: bucket, Key: PREFIX + key, Body: bytes, ContentType: mediaType }));
    },
    get: async (key) => {
      const { client, sdk } = await open();
      try {
        const { Body } = await client.send(new sdk.GetObjectCommand({ Bucket: bucket, Key: PREFIX + key }));
        return Body ? Buffer.from(await Body.transformToByteArray()) : null;
      } catch (error) {
        if (error instanceof sdk.NoSuchKey) return null;
        throw error;
      }
    },
    remove: async (keys) => {
      const { client, sdk } = await open();
      for (const key of keys) await client.send(new sdk.DeleteObjectCommand({ Bucket: bucket, Key: PREFIX + key }));
    },
    async *keysBefore(time) {
      const { client, sdk } = await open();
      let token: string | undefined;
      do {
        const page = await client.send(
          new sdk.ListObjectsV2Command({ Bucket: bucket, Prefix: PREFIX, ...(token === undefined ? {} : { ContinuationToken: token }) }),
        );
        for (const { Key, LastModified } of page.Contents ?? [])
          if (Key !== undefined && LastModified !== undefined && LastModified < time) yield Key.slice(PREFIX.length);
        token = page.NextContinuationToken;
      } while (token !== undefined);
    },
  };
}
