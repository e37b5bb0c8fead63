export { Addresses } from './Addresses.tsx'
export { Instruments } from './Instruments.tsx'
