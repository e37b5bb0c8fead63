import { Router } from 'express'
import type { Health } from '@jotbook/contract'
import type { HealthProbe } from './healthProbe.ts'

export function healthRoutes(probe: HealthProbe, version: string): Router {
  const router = Router()
  router.get('/health', async (_request, response) => {
    const database = await probe.look()
    const health: Health = { status: database === 'ok' ? 'ok' : 'unwell', database, version }
    response.status(database === 'ok' ? 200 : 503).json(health)
  })
  return router
}
