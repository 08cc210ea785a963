import Box from '@mui/material/Box';
import { Page } from '@/ui/page';
import { TermDrawing } from './term-drawing';
import { TERMS, type GlossaryTerm } from './terms';

/** All terms with their meanings. */
export function GlossaryScreen() {
  return (
    <Page title="Glossary" lead="Terms on these screens, with their meanings.">
      <Box component="dl" sx={{ m: 0, display: 'grid', gridTemplateColumns: { md: '1fr 1fr' }, columnGap: 4 }}>
        {Object.entries<GlossaryTerm>(TERMS).map(([id, { term, meaning, drawing }]) => (
          <Box key={id} id={id} sx={{ borderTop: '1px solid var(--ts-edge)', py: 1.25, scrollMarginTop: 80 }}>
            <Box component="dt" sx={{ fontWeight: 650, fontSize: 17 }}>
              {term}
            </Box>
            <Box component="dd" sx={{ m: 0 }}>
              {meaning}
              {drawing && <TermDrawing of={drawing} />}
            </Box>
          </Box>
        ))}
      </Box>
    </Page>
  );
}
