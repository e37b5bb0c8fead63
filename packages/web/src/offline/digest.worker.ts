import { expose } from 'comlink'
import { digestHere } from './digestHere.ts'

const digest = { digestHere }

export type DigestWorker = typeof digest
expose(digest)
