import { join } from 'node:path'
import pg from 'pg'
import { projectFolder } from '../platform/config.ts'
import { migrateDatabase, openDatabase } from '../platform/database.ts'

export const TEMPLATE = 'jot_template'

/** Migrates one database that every test file copies. Run through `npm run unit`, which opens the PostgreSQL it needs. */
export default async function setup(): Promise<void> {
  const url = process.env.TEST_DATABASE_URL
  if (!url) throw new Error('TEST_DATABASE_URL is missing: run the tests with "npm run unit".')
  const admin = new pg.Client({ connectionString: url })
  await admin.connect()
  await admin.query(`drop database if exists ${TEMPLATE}`)
  await admin.query(`create database ${TEMPLATE}`)
  await admin.end()
  const template = openDatabase(databaseUrl(url, TEMPLATE), { connections: 1 })
  await migrateDatabase(template, join(projectFolder(), 'packages/server/migrations'))
  await template.$client.end()
}

export function databaseUrl(url: string, name: string): string {
  const address = new URL(url)
  address.pathname = `/${name}`
  return address.toString()
}
