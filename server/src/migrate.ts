import { migrate } from './store/migrate.ts';

const { CRIB_OWNER_URL: ownerUrl, CRIB_SERVER_ROLE: role } = process.env;
if (!ownerUrl || !role)
  throw new Error('Set CRIB_OWNER_URL and CRIB_SERVER_ROLE: the database to migrate and the role that uses it.');
try {
  await migrate(ownerUrl, role);
} catch (error) {
  console.error(error instanceof Error ? error.message : error);
  process.exitCode = 1;
}
