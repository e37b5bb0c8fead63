import { STRIKE_KINDS } from '@jotbook/core'
import { Command, CommanderError } from 'commander'
import { board } from './board.ts'
import type { BoardCall } from './board.ts'
import { check } from './check.ts'
import { Failure } from './failure.ts'
import { backtest } from './backtest.ts'
import { bag } from './bag.ts'
import type { BagCall } from './bag.ts'
import type { BacktestCall } from './backtest.ts'
import { claims } from './claims.ts'
import type { ClaimsCall } from './claims.ts'
import { deck, predict } from './deck.ts'
import type { DeckCall } from './deck.ts'
import { kinds } from './kinds.ts'
import type { KindsCall } from './kinds.ts'
import { like } from './like.ts'
import type { LikeCall } from './like.ts'
import { curve, model } from './models.ts'
import type { CurveCall, ModelCall } from './models.ts'
import { patterns } from './patterns.ts'
import type { PatternsCall } from './patterns.ts'
import { search } from './search.ts'
import type { SearchCall } from './search.ts'
import { sky } from './sky.ts'
import { within } from './within.ts'
import type { WithinCall } from './within.ts'
import type { SkyCall } from './sky.ts'
import type { BackupCall } from './backup.ts'
import type { ExportCall, ImportCall } from './transfer.ts'

let exitCode = 0

const program = new Command('jot').description('Reads, checks and analyses books of hours and strikes.').exitOverride()

program
  .command('check <bundle>')
  .description('check a bundle: list problems (exit 1) and things to fix, each with file, line and column')
  .option('--json')
  .action((path: string, options: { json?: boolean }) => void (exitCode = check(path, options)))

program
  .command('import <bundle>')
  .description('import a bundle into a book, all or nothing')
  .requiredOption('--book <name>', 'the book; made when there is none of that name')
  .option('--namespace <name>', 'keeps the ids of one source apart (default: the folder’s or archive’s name)')
  .option('--dry-run', 'only say what would happen')
  .option('--json')
  .action(
    async (path: string, options: ImportCall) =>
      void (exitCode = await (await import('./transfer.ts')).importInto(path, options)),
  )

program
  .command('export')
  .description('export a book as files')
  .requiredOption('--book <name>')
  .requiredOption('--out <folder>')
  .option('--as <format>', 'csv, json, whole (book.json and pictures), geojson, gpx, arrow or parquet', 'csv')
  .option('--units <units>', 'si or imperial columns', 'si')
  .option('--no-places', 'leave out every coordinate')
  .action(async (options: ExportCall) => void (exitCode = await (await import('./transfer.ts')).exportFrom(options)))

program
  .command('account [action]')
  .description('set or reset the name and password to sign in from a network; the password is read from standard input')
  .requiredOption('--name <name>')
  .action(async (action: string | undefined, options: { name: string }) => {
    if (action !== undefined && action !== 'reset')
      throw new Failure(`jot account knows no "${action}"; it knows reset.`, 2)
    const account = await import('./account.ts')
    exitCode = await (action === 'reset' ? account.resetPassword(options) : account.chooseAccount(options))
  })

program
  .command('backup')
  .description(
    'back up everything on this server into one file and verify it; encrypted if JOT_BACKUP_PASSPHRASE is set',
  )
  .requiredOption('--out <file>')
  .option('--keep <count>', 'keep so many: the ones before become FILE.1, FILE.2, …', '1')
  .action(async (options: BackupCall) => void (exitCode = await (await import('./backup.ts')).backUp(options)))

program
  .command('restore <file>')
  .description('restore a back-up into an empty place (JOT_DATA_DIR or DATABASE_URL), verified record by record')
  .action(async (file: string) => void (exitCode = await (await import('./backup.ts')).restore(file)))

program
  .command('sky')
  .description('sun, moon and light at a time and place')
  .requiredOption('--at <time>', 'ISO 8601 with offset')
  .requiredOption('--lat <degrees>', 'north is positive')
  .requiredOption('--lon <degrees>', 'east is positive')
  .option('--cloud_pct <percent>', 'of the sky covered (default 0)')
  .option('--visibility_m <metres>', 'how far down one sees; with --depth_m')
  .option('--depth_m <metres>', 'where the lure works; with --visibility_m')
  .option('--tint <word>', 'clear, green, tea or clay', 'green')
  .option('--json')
  .action((options: SkyCall) => void (exitCode = sky(options)))

const analyse = program.command('analyse').description('analyse a bundle, without a database')

analyse
  .command('board')
  .description('strike rates for any grouping, with exact intervals')
  .requiredOption('--bundle <path>', 'folder or zip archive')
  .requiredOption('--by <columns>', 'columns to group by, separated by commas')
  .option('--where <conditions>', "such as 'water=North Arm;water_temp_c=4..12;lure!=a,b'")
  .option('--confidence <share>', 'two-sided, between 0 and 1', '0.9')
  .option('--json')
  .action((options: BoardCall) => void (exitCode = board(options)))

analyse
  .command('kinds')
  .description('how strikes came: shares by phase, feel, hook set, hook position, pitch, level or cover')
  .requiredOption('--bundle <path>', 'folder or zip archive')
  .requiredOption('--of <kind>', Object.keys(STRIKE_KINDS).join(', '))
  .option('--where <conditions>')
  .option('--confidence <share>', 'two-sided, between 0 and 1', '0.9')
  .option('--json')
  .action((options: KindsCall) => void (exitCode = kinds(options)))

analyse
  .command('curve')
  .description('strike rate along a condition, with its likely range and best window')
  .requiredOption('--bundle <path>', 'folder or zip archive')
  .requiredOption('--of <column>', 'a continuous column, such as water_temp_c')
  .option('--where <conditions>')
  .option('--points <count>', 'how many places along it', '50')
  .option('--confidence <share>', 'two-sided, between 0 and 1', '0.9')
  .option('--no-trip', 'take trips as all alike')
  .option('--json')
  .action((options: CurveCall) => void (exitCode = curve(options)))

analyse
  .command('model')
  .description('what raises or lowers the rate, with everything else equal')
  .requiredOption('--bundle <path>', 'folder or zip archive')
  .requiredOption('--fixed <columns>', 'columns or numbers, separated by commas; may be empty')
  .option('--random <columns>', 'columns whose levels differ at random, such as trip,lure')
  .option('--where <conditions>')
  .option('--json')
  .action((options: ModelCall) => void (exitCode = model(options)))

analyse
  .command('within')
  .description('compare two patterns: was it the lure, or the day?')
  .requiredOption('--bundle <path>', 'folder or zip archive')
  .requiredOption('--a <conditions>', "such as 'lure=Jerkbait, grey shad'")
  .requiredOption('--b <conditions>')
  .option('--where <conditions>', 'what both must meet')
  .option('--of <what>', 'rate, hook_up, lost or size', 'rate')
  .option('--design <design>', 'random-trip or mh: which is the headline', 'random-trip')
  .option('--confidence <share>', 'two-sided, between 0 and 1', '0.9')
  .option('--json')
  .action((options: WithinCall) => void (exitCode = within(options)))

analyse
  .command('search')
  .description('patterns that produce on a water, each compared with chance')
  .requiredOption('--bundle <path>', 'folder or zip archive')
  .requiredOption('--water <name>')
  .option('--where <conditions>', 'what all hours must meet')
  .option('--columns <columns>', 'columns that patterns are made of, separated by commas')
  .option('--seed <number>', 'of the books without a pattern', '1')
  .option('--permutations <count>', 'how many books without a pattern', '200')
  .option('--depth <count>', 'conditions joined at most, 1 to 4', '3')
  .option('--confidence <share>', 'two-sided, between 0 and 1', '0.9')
  .option('--json')
  .action((options: SearchCall) => void (exitCode = search(options)))

analyse
  .command('claims')
  .description('rules of practice, tested on your trips')
  .requiredOption('--bundle <path>', 'folder or zip archive')
  .option('--water <name>', 'only hours on this water')
  .option('--confidence <share>', 'two-sided, between 0 and 1', '0.9')
  .option('--json')
  .action((options: ClaimsCall) => void (exitCode = claims(options)))

analyse
  .command('like')
  .description('rates of the hours most like today, and the trips most like it')
  .requiredOption('--bundle <path>', 'folder or zip archive')
  .requiredOption('--water <name>')
  .requiredOption('--now <conditions>', "such as 'water_temp_c=9;visibility_m=1.8;cloud_pct=90;wind_mps=6'")
  .option('--by <columns>', 'columns to group by, separated by commas', 'lure')
  .option('--where <conditions>', 'what all hours must meet')
  .option('--confidence <share>', 'two-sided, between 0 and 1', '0.9')
  .option('--json')
  .action((options: LikeCall) => void (exitCode = like(options)))

program
  .command('predict')
  .description('strikes an hour of every lure under such conditions, the best first')
  .requiredOption('--bundle <path>', 'folder or zip archive')
  .requiredOption('--water <name>')
  .requiredOption('--now <conditions>', "such as 'water_temp_c=9;visibility_m=1.8;wind_mps=6'")
  .option('--hour <hour>', 'hour of the clock, such as 7.5')
  .option('--json')
  .action((options: DeckCall) => void (exitCode = predict(options)))

program
  .command('deck')
  .description('what to tie on: the rods that together promise most, and why')
  .requiredOption('--bundle <path>', 'folder or zip archive')
  .requiredOption('--water <name>')
  .option('--now <conditions>', "such as 'water_temp_c=9;visibility_m=1.8;wind_mps=6'")
  .option('--forecast <file>', 'TAF text, or CSV with time and columns of readings, each with an optional _sd')
  .option('--hour <hour>', 'with --now: hour of the clock, such as 7.5')
  .option('--rods <count>', 'how many', '6')
  .option('--objective <what>', 'strikes, weight or big', 'strikes')
  .option('--rules <hours>', 'hours that a rule of practice is worth; 0 leaves rules out', '2')
  .option('--seed <number>', 'of the forecast’s turns', '1')
  .option('--json')
  .action((options: DeckCall) => void (exitCode = deck(options)))

program
  .command('patterns')
  .description('the pattern book of a water: what stands out, since when, and what became of it after')
  .requiredOption('--bundle <path>')
  .requiredOption('--water <name>')
  .option('--seed <number>', 'of what is drawn', '1')
  .option('--permutations <count>', 'books without a pattern to compare with', '200')
  .option('--json')
  .action((options: PatternsCall) => void (exitCode = patterns(options)))

program
  .command('backtest')
  .description('tries the plan on your own past: each trip foretold from the trips before it')
  .requiredOption('--bundle <path>', 'folder or zip archive')
  .option('--from <trips>', 'trips from which nothing is foretold', '20')
  .option('--rods <count>', 'rods of the deck', '6')
  .option('--seed <number>', 'taken as everywhere; nothing is drawn', '1')
  .option('--json')
  .action((options: BacktestCall) => void (exitCode = backtest(options)))

program
  .command('bag')
  .description('what the bag may become by the weigh-in, strategy by strategy')
  .requiredOption('--bundle <path>', 'folder or zip archive')
  .requiredOption('--plan <file>', 'JSON: water, now, event, bag, strategies, targetG')
  .option('--seed <number>', 'of the draws', '1')
  .option('--runs <count>', 'days that are drawn', '20000')
  .option('--json')
  .action((options: BagCall) => void (exitCode = bag(options)))

for (const command of [...program.commands, ...analyse.commands]) command.exitOverride()

try {
  await program.parseAsync()
} catch (error) {
  if (error instanceof CommanderError) exitCode = error.exitCode === 0 ? 0 : 2
  else if (error instanceof Failure) {
    console.error(error.message)
    exitCode = error.exitCode
  } else {
    // A failed statement's message would tell its values.
    const { query, cause } = error as { query?: unknown; cause?: { code?: string } }
    console.error(
      query === undefined ? (error as Error).message : `The database refused (${cause?.code ?? 'no code'}).`,
    )
    exitCode = 1
  }
}
process.exitCode = exitCode
