import { readFileSync } from 'node:fs'
import { LOCAL_ACCOUNT, chooseSignIn } from '@jotbook/server'
import { withDatabase } from './database.ts'

/** `jot account`: the name and password by which the owner at this computer signs in from a network. The password comes from the input, never from the command line. */
export async function chooseAccount({ name }: { readonly name: string }): Promise<number> {
  if (process.stdin.isTTY) console.error('Type a password of at least ten letters, Enter, then Ctrl-D:')
  const password = readFileSync(0, 'utf8').replace(/\r?\n[^]*$/, '')
  await withDatabase((database) => database.transaction((tx) => chooseSignIn(tx, LOCAL_ACCOUNT, name, password, Date.now())))
  console.log(`${name.trim().toLowerCase()} may sign in once the book is open to a network.`)
  return 0
}
