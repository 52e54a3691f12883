import type { NextConfig } from 'next'

const config: NextConfig = {
  // Sequelize loads its dialect by a dynamic require, pg looks for pg-native, the others carry binaries: not to be bundled.
  serverExternalPackages: [
    'sequelize',
    'pg',
    'pg-hstore',
    '@node-rs/argon2',
    'sharp',
    'pino',
    'pg-boss',
    'undici',
    'sanitize-html',
  ],
  poweredByHeader: false,
  reactStrictMode: true,
  // Types are checked by the test command, all of them at once; a build has no need to do it again.
  typescript: { ignoreBuildErrors: true },
  distDir: process.env.YIMBLE_NEXT_FOLDER ?? '.next',
  allowedDevOrigins: ['127.0.0.1'],
}
export default config
