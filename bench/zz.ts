import { at, fitRateCurve, fitMultilevelPoisson, fitPoissonModel } from '@jotbook/core'
import { madeColumns } from './madeColumns.ts'
for (const n of [10000, 20000]) {
const columns = madeColumns(n)
const L = (f: any) => Array.from(f.codes as Int32Array, (c: number) => at(f.levels as string[], c))
const labels = L(columns.trip)
let t=Date.now()
const f = fitRateCurve({ x: columns.numbers.water_temp_c!, events: columns.strikes, exposureHours: columns.hours, trip: labels })
console.log('curve',n,Date.now()-t, f.edf, f.tripSd)
const data={events:columns.strikes,exposureHours:columns.hours,numbers:{},factors:{trip:labels,temp_band:L(columns.factors.temp_band),wind_band:L(columns.factors.wind_band),sky_band:L(columns.factors.sky_band),season:L(columns.factors.season),class:L(columns.factors.class),water:L(columns.factors.water)}}
t=Date.now(); const m=fitMultilevelPoisson(data,{fixed:['temp_band','wind_band'],random:['trip']}); console.log('multi',n,Date.now()-t,m.logLikelihood)
t=Date.now(); const g=fitPoissonModel(data,{fixed:['temp_band','wind_band','sky_band','season','class','water'],errors:'cluster',cluster:'trip'}); console.log('glm',n,Date.now()-t,g.deviance)
}
