import type { NextConfig } from 'next';

const config: NextConfig = {
  serverExternalPackages: ['sequelize', 'pg', 'umzug', '@node-rs/argon2', 'piscina', 'sharp'],
  poweredByHeader: false,
  reactStrictMode: true,
  // A list of five thousand belts is one act.
  experimental: { serverActions: { bodySizeLimit: '4mb' } },
  typescript: { ignoreBuildErrors: false },
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
