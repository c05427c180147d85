import type { NextConfig } from 'next';

const config: NextConfig = {
  serverExternalPackages: ['sequelize', 'mariadb', 'umzug', 'piscina', 'pino'],
  experimental: { optimizePackageImports: ['@mantine/core', '@mantine/hooks', '@tabler/icons-react'] },
  poweredByHeader: false,
  // The test command checks types with its own, faster step.
  typescript: { ignoreBuildErrors: true },
};

export default config;
