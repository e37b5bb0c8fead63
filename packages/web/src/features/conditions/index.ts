export { Cautions } from './Cautions.tsx'
export { WhatTheSkyDid } from './WhatTheSkyDid.tsx'
export type { Said, SaidField } from './WhatTheSkyDid.tsx'
export { useDayConditions } from './useDayConditions.ts'
