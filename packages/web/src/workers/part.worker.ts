import { expose } from 'comlink'
import { part } from './part.ts'

// In a worker beside the one that answers.
expose(part)
