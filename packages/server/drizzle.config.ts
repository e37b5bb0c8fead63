import { defineConfig } from 'drizzle-kit'

export default defineConfig({
  dialect: 'postgresql',
  schema: './packages/server/src/platform/schema.ts',
  out: './packages/server/migrations',
})
