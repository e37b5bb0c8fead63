import { Router } from 'express'
import type { BackupState } from '@jotbook/contract'
import type { Database } from '../../platform/database.ts'
import type { Door } from '../../platform/door.ts'
import { lastBackup } from './repository.ts'

/** How the server's back-ups stand, for whoever uses it. Files are named, not where they lie. */
export function backupRoutes(database: Database, door: Door, nightly: boolean): Router {
  const router = Router()
  router.get('/backups', async (request, response) => {
    door.accountOf(request)
    const state: BackupState = { last: await lastBackup(database), nightly }
    response.json(state)
  })
  return router
}
