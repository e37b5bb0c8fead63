export { diffuseAttenuation } from './attenuation.ts'
