import { defineConfig } from 'drizzle-kit';

// Run `npm run migrations -w server` after changing the schema, and commit what it writes.
export default defineConfig({ dialect: 'mysql', schema: './db/schema.ts', out: './db/migrations' });
