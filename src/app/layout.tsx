import '@fontsource-variable/archivo/wdth.css';
import '@fontsource/archivo-narrow/500.css';
import '@fontsource/archivo-narrow/600.css';
import '@fontsource/spline-sans-mono/400.css';
import '@fontsource/spline-sans-mono/600.css';
import './globals.css';
import InitColorSchemeScript from '@mui/material/InitColorSchemeScript';
import { AppRouterCacheProvider } from '@mui/material-nextjs/v16-appRouter';
import type { Metadata, Viewport } from 'next';
import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import { ThemeRoot } from '@/ui/theme-root';

export const metadata: Metadata = {
  title: { default: 'Taut Sheave', template: '%s · Taut Sheave' },
  description: 'Belt drives, matched, set and recorded.',
};
export const viewport: Viewport = { width: 'device-width', initialScale: 1, themeColor: '#22272b' };

export default async function RootLayout({ children }: { children: ReactNode }) {
  const nonce = (await headers()).get('x-nonce') ?? '';
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <InitColorSchemeScript attribute='[data-theme="%s"]' defaultMode="system" nonce={nonce} />
        <AppRouterCacheProvider>
          <ThemeRoot>{children}</ThemeRoot>
        </AppRouterCacheProvider>
      </body>
    </html>
  );
}
