import type { NextConfig } from 'next';

/** Same for every server that was built from the same sources: several servers behind one address are one application. */
const build = process.env['TAUT_SOURCES'];

const config: NextConfig = {
  // A test serves a copy of the build under another id, as an update of the server would.
  distDir: process.env['TAUT_BUILD'] ?? '.next',
  ...(build ? { generateBuildId: () => build.slice(0, 20) } : {}),
  serverExternalPackages: ['@aws-sdk/client-s3', 'yauzl', 'yazl', 'sequelize', 'pg', 'umzug', '@node-rs/argon2', 'piscina', 'sharp'],
  poweredByHeader: false,
  reactStrictMode: true,
  // `npm test` checks all types, those of the scripts and tests too; a start need not wait for that.
  typescript: { ignoreBuildErrors: true },
  headers: async () => [
    {
      source: '/:path*',
      headers: [
        { key: 'X-Content-Type-Options', value: 'nosniff' },
        { key: 'X-Frame-Options', value: 'DENY' },
        { key: 'Referrer-Policy', value: 'same-origin' },
        { key: 'Permissions-Policy', value: 'camera=(self), microphone=(self), geolocation=()' },
      ],
    },
  ],
};
export default config;
