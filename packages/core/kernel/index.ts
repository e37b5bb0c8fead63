// The inner loops of the core, in WebAssembly: several times as fast as the same lines in JavaScript, which adds one number at a time.
// AssemblyScript; `npm run kernel` compiles it to `src/numerics/kernel/bytes.ts`. Addresses are bytes of the memory that the caller lays out;
// matrices are 64-bit numbers row by row.
export { cholesky, lowerInverse, quadraticForms, squareOf } from './dense'
export { beyond, coarsen, sumWindow } from './books'
export { takeApart } from './windows'
export { acrossGroups, squaresOfRows, sumsOfPicked, sumsOfRows, takeSchur, totalsOfRows, weigh } from './rows'
