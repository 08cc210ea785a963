import type { ReactNode } from 'react';

interface AloneProps {
  readonly title: string;
  readonly children: ReactNode;
  readonly act: { readonly words: string; readonly run: () => void } | { readonly words: string; readonly href: string };
}

/** A sentence and one act on a page of their own, drawn by plain rules: it must stand where the theme and the shell do not. */
export function StandaloneMessage({ title, children, act }: AloneProps) {
  return (
    <main className="ts-alone">
      <h1>{title}</h1>
      <p>{children}</p>
      {'run' in act ? (
        <button type="button" onClick={act.run}>
          {act.words}
        </button>
      ) : (
        <a href={act.href}>{act.words}</a>
      )}
    </main>
  );
}
