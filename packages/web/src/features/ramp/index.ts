export { PlanBeside } from './PlanBeside.tsx'
export { RampLine } from './RampLine.tsx'
