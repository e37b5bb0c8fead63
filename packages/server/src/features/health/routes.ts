import { Router } from 'express'
import type { Health } from '@jotbook/contract'
import type { Database } from '../../platform/database.ts'
import { isAlive } from '../../platform/database.ts'

export function healthRoutes(database: Database, version: string): Router {
  const router = Router()
  router.get('/health', async (_request, response) => {
    const alive = await isAlive(database)
    const health: Health = { status: alive ? 'ok' : 'unwell', database: alive ? 'ok' : 'away', version }
    response.status(alive ? 200 : 503).json(health)
  })
  return router
}
