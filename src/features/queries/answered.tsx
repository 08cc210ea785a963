'use client';

import Box from '@mui/material/Box';
import type { ComponentType, Key } from 'react';
import { Staleness } from '@/ui/staleness';
import { UnreadablePage } from '@/ui/unreadable';
import type { QueryKey } from '@/contract/keys';
import type { QueryInput, QueryResult } from '@/contract/queries';
import { useAnswerOf } from './use-query';
import type { UnreadableRow } from '@/contract/records';
import { isUnreadable } from '@/contract/unreadable';

type Readable<N extends QueryKey> = Exclude<QueryResult<N>, UnreadableRow>;
/** `unknown` if the answer has what the screen needs. */
type Fits<N extends QueryKey, P> = Readable<N> extends Pick<P, keyof Readable<N> & keyof P> ? unknown : never;
type Props<N extends QueryKey, P> = Omit<P, keyof Readable<N>> & { readonly input: QueryInput<N>; readonly first: QueryResult<N> };

/**
 * A screen with the answer of a query as its properties: first the answer that the server sent with the page, then the
 * latest one. A record that is unreadable has a page of its own.
 * @param what name of the content, for the note that it may be old: “This machine”
 * @param keyOf the screen starts again if this changes, for example the version of a stored drive
 */
export function answered<N extends QueryKey, P extends object>(
  name: N,
  what: string,
  Screen: ComponentType<P> & Fits<N, P>,
  keyOf?: (value: Readable<N>) => Key,
): ComponentType<Props<N, P>> {
  // The answer and the other properties are those of the screen, by `Fits`.
  const Shown = Screen as ComponentType<object>;
  return function Answered({ input, first, ...more }: Props<N, P>) {
    const reading = useAnswerOf(name, input, first);
    const { value } = reading;
    if (isUnreadable(value)) return <UnreadablePage row={value} />;
    return (
      <>
        {reading.problem !== null && (
          <Box sx={{ m: 1.5, mb: 0 }}>
            <Staleness reading={reading} what={what} />
          </Box>
        )}
        <Shown key={keyOf?.(value as Readable<N>)} {...more} {...(value as object)} />
      </>
    );
  };
}
