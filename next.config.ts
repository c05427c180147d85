import type { NextConfig } from 'next';

const config: NextConfig = {
  serverExternalPackages: ['sequelize', 'mariadb', 'umzug', 'piscina', 'bullmq', 'ioredis', 'pino', 'prom-client'],
  poweredByHeader: false,
  // The test command checks types with its own, faster step.
  typescript: { ignoreBuildErrors: true },
};

export default config;
