import { readFileSync } from 'node:fs'
import {
  LOCAL_ACCOUNT,
  accountByName,
  accountById,
  mappedName,
  resetAccount,
  setNameAndPassword,
} from '@jotbook/server'
import { withDatabase } from './database.ts'
import { Failure } from './failure.ts'

/** The password comes from the input, never from the command line, where other users of the computer could read it. */
function typedPassword(): string {
  if (process.stdin.isTTY) console.error('Type a password of at least twelve letters, Enter, then Ctrl-D:')
  return readFileSync(0, 'utf8').replace(/\r?\n[^]*$/, '')
}

/** `jot account`: the name and password by which the owner at this computer signs in from a network. */
export async function chooseAccount({ name }: { readonly name: string }): Promise<number> {
  await withDatabase(async (database) => {
    if ((await accountById(database, LOCAL_ACCOUNT))?.passwordHash)
      throw new Failure(
        'You have a name and a password already. Change them under Book, or forget them with "jot account reset --name NAME".',
        2,
      )
    await database.transaction((tx) => setNameAndPassword(tx, LOCAL_ACCOUNT, name, typedPassword(), Date.now()))
  })
  console.log(`${mappedName(name)} may sign in once the book is open to a network.`)
  return 0
}

/** `jot account reset`: a new password for whoever lost theirs. The second factor is off again, and every session ends. */
export async function resetPassword({ name }: { readonly name: string }): Promise<number> {
  await withDatabase(async (database) => {
    const account = await accountByName(database, mappedName(name))
    if (!account) throw new Failure(`Nobody signs in as ${mappedName(name)}.`, 2)
    await database.transaction((tx) => resetAccount(tx, account.id, name, typedPassword(), Date.now()))
  })
  console.log(`${mappedName(name)} has a new password; the second factor is off, and all sessions have ended.`)
  return 0
}
