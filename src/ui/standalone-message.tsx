import type { ReactNode } from 'react';

interface StandaloneProps {
  readonly title: string;
  readonly children: ReactNode;
  readonly action: { readonly words: string; readonly run: () => void } | { readonly words: string; readonly href: string };
}

/** A sentence and one action on a page of their own, with plain styles: it must work without the theme and the shell. */
export function StandaloneMessage({ title, children, action }: StandaloneProps) {
  return (
    <main className="ts-alone">
      <h1>{title}</h1>
      <p>{children}</p>
      {'run' in action ? (
        <button type="button" onClick={action.run}>
          {action.words}
        </button>
      ) : (
        <a href={action.href}>{action.words}</a>
      )}
    </main>
  );
}
