import 'reflect-metadata'

/** Apart from the index, so that the browser does not carry the CSV reader. */
export { checkBundle, checkBundleSteps } from './checkBundle.ts'
export type { CheckedBundle } from './checkBundle.ts'
