import { writeFileSync } from 'node:fs'
import { STUDIES } from '../../packages/core/src/test/studies/index.ts'
import type { Figure } from '../../packages/core/src/test/studies/index.ts'

/**
 * Worlds times questions: does each method do in each world what it must? Writes docs/calibration.md. `npm run studies [books] [question]`;
 * fewer than 60 books, or one question, are shown and not written.
 */
const [books, wanted] = [Number(process.argv[2] ?? 200), process.argv[3]]
const percent = (value: number): string => `${(100 * value).toFixed(1)} %`
const shown = ({ of }: Figure, value: number): string =>
  of === 0 && Number.isNaN(value) ? 'never' : of === null ? value.toFixed(2) : percent(value)

/** A share may lie beside its bar by what chance does to so many books; limits that hold oftener than they must are wide, not wrong. */
function verdict({ figure, value, least, most, of }: Figure): string {
  if (least <= 0 && most >= 1) return ''
  if (!Number.isFinite(value)) return 'nothing to go by'
  const chance = of !== null && of > 0 ? 1.645 * Math.sqrt((value * (1 - value)) / of) : 0
  if (value >= least && value <= most) return 'green'
  if (value >= least - chance && value <= most + chance) return 'within chance'
  return figure.includes('hold') && value > most ? 'wide' : '**short**'
}

const bar = (one: Figure): string =>
  [
    one.least > 0 ? `from ${shown(one, one.least)}` : '',
    (one.of === null || one.most < 1) && Number.isFinite(one.most) ? `to ${shown(one, one.most)}` : '',
  ]
    .filter(Boolean)
    .join(' ')

const lines: string[] = []
for (const study of STUDIES.filter(({ question }) => wanted === undefined || wanted === question)) {
  for (const one of study.run(books)) {
    const line = `| ${one.question} | ${one.world} | ${one.figure} | ${shown(one, one.value)} | ${bar(one)} | ${verdict(one)} |`
    console.log(line)
    lines.push(line)
  }
}
if (books >= 60 && wanted === undefined)
  writeFileSync(
    new URL('../../docs/calibration.md', import.meta.url),
    `# What each method does in made-up worlds

Written by \`npm run studies\`: ${books} books a world, seeds fixed beforehand (\`packages/core/src/test/studies/\`). 90 % limits. *Green*: the figure lies
where it must; *within chance*: beside it by no more than so many books leave to chance; *wide*: limits hold oftener than they must; *short*: it does not.

| question | world | figure | it is | it must be | |
|---|---|---|---|---|---|
${lines.join('\n')}
`,
  )
