/**
 * A reading of the device store ends with the task that heard its answer: what computes on in that task for seconds keeps every write
 * waiting, a strike's too. To be awaited between reading and computing.
 */
export const letGoOfStore = (): Promise<void> => new Promise((go) => setTimeout(go))
