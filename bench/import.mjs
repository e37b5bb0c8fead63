import { performance } from 'node:perf_hooks'
import { zipSync, strToU8 } from 'fflate'
import { v7 as uuidv7 } from 'uuid'
import { withServer } from './server.mjs'

/**
 * A season of 50,000 strikes comes in as one bundle while two others go on logging, one in the same book and one in a book of their own.
 * Aims (issue, "Sensible files of other origin"): under 20 s, and no push waits over 2 s. Absolute times depend on the machine; beside them
 * stands the ratio to a tenth of the strikes in the same run.
 */
const STRIKES_A_TRIP = 50
const STINTS_A_TRIP = 10

function bundleOf(strikes) {
  const files = {
    'waters.csv': ['water,time_zone', 'Bench Water,America/Chicago'],
    'lures.csv': ['lure,class', 'L1,popper', 'L2,tube'],
  }
  files['trips.csv'] = ['trip,water,start,end,anglers']
  files['stints.csv'] = ['stint,trip,lure,angler,start,end']
  files['strikes.csv'] = ['strike,trip,stint,time,outcome,length_in,weight_lb']
  const clock = (minutes) =>
    `${String(6 + Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}:00Z`
  for (let trip = 0; trip < strikes / STRIKES_A_TRIP; trip++) {
    const day = new Date(Date.UTC(2015, 0, 1) + trip * 86_400_000).toISOString().slice(0, 10)
    files['trips.csv'].push(`T${trip},Bench Water,${day}T06:00:00Z,${day}T14:20:00Z,Rowan`)
    for (let stint = 0; stint < STINTS_A_TRIP; stint++)
      files['stints.csv'].push(
        `S${trip}-${stint},T${trip},L${1 + (stint % 2)},Rowan,${day}T${clock(stint * 50)},${day}T${clock(stint * 50 + 50)}`,
      )
    for (let strike = 0; strike < STRIKES_A_TRIP; strike++) {
      const minute = strike * 10 + 1
      files['strikes.csv'].push(
        `K${trip}-${strike},T${trip},S${trip}-${Math.floor(minute / 50)},${day}T${clock(minute)},landed,${12 + (strike % 8)},${1 + (strike % 4)}`,
      )
    }
  }
  return zipSync(
    Object.fromEntries(Object.entries(files).map(([name, lines]) => [name, strToU8(`${lines.join('\n')}\n`)])),
  )
}

/** Pushes a small change again and again until told to stop; returns the longest wait in seconds. */
function keepPushing(url, book) {
  let [longest, going, pushes] = [0, true, 0]
  const done = (async () => {
    while (going) {
      const change = {
        id: uuidv7(),
        group: uuidv7(),
        kind: 'water',
        recordId: uuidv7(),
        stamp: stampNow(),
        fields: { name: `Pushed ${pushes}` },
      }
      const from = performance.now()
      const response = await fetch(`${url}/api/books/${book}/changes`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ schema: 1, device: 'd-bench', changes: [change] }),
      })
      if (!response.ok) throw new Error(`push: ${response.status} ${await response.text()}`)
      await response.json()
      longest = Math.max(longest, (performance.now() - from) / 1000)
      pushes++
      await new Promise((next) => setTimeout(next, 50))
    }
  })()
  return async () => {
    going = false
    await done
    return { longest, pushes }
  }
}

let counter = 0
const stampNow = () =>
  `${Date.now().toString(16).padStart(12, '0')}-${(counter++ % 65_536).toString(16).padStart(4, '0')}-d-bench`

async function importInto(url, book, archive) {
  const from = performance.now()
  const response = await fetch(`${url}/api/books/${book}/imports?namespace=bench`, {
    method: 'POST',
    headers: { 'content-type': 'application/zip' },
    body: archive,
  })
  const { report } = JSON.parse((await response.text()).trim().split('\n').at(-1))
  if (!report?.applied) throw new Error(`the import was not applied: ${JSON.stringify(report)}`)
  return { seconds: (performance.now() - from) / 1000, created: report.created }
}

await withServer(async ({ url, makeBook }) => {
  const small = await importInto(url, await makeBook('Small'), bundleOf(5_000))
  const [book, other] = [await makeBook('Large'), await makeBook('Other')]
  const [sameBook, otherBook] = [keepPushing(url, book), keepPushing(url, other)]
  const large = await importInto(url, book, bundleOf(50_000))
  const [same, apart] = [await sameBook(), await otherBook()]
  console.log(
    `import of 50,000 strikes (${large.created} records): ${large.seconds.toFixed(1)} s, aim 20 s; ${(large.seconds / small.seconds).toFixed(1)} times 5,000 strikes`,
  )
  console.log(
    `longest wait of a push meanwhile: same book ${same.longest.toFixed(2)} s of ${same.pushes}, another book ${apart.longest.toFixed(2)} s of ${apart.pushes}; aim 2 s`,
  )
})
