import { counted } from '../../ui/locale.ts'

/** Words of getting on board. */
export const text = {
  name: 'Jot Book',
  signIn: {
    title: 'Sign in',
    name: 'Name',
    password: 'Password',
    go: 'Sign in',
    pair: 'Or scan a code: at a device that is signed in, Book → Members and devices.',
    kept: (count: number) => `${counted(count, 'change')} wait on this device and go up once you are signed in.`,
  },
  join: {
    title: 'Come aboard',
    note: 'This device was shown a code. It serves once, and for ten minutes.',
    name: 'What are you called aboard?',
    nameNote: 'Only needed when you join somebody’s book.',
    device: 'What is this device called?',
    go: 'Come aboard',
    noCode: 'There is no code in this address. Scan it again.',
  },
  members: {
    title: 'Members and devices',
    local:
      'The book is open at this computer only, without a password. To reach it from a phone, choose a name and a password here and start it with HOST, PUBLIC_URL and a certificate (docs/security.md).',
    takeOut: (name: string) => `Take ${name} out`,
    devices: 'Your devices',
    seen: (when: string) => `last here ${when}`,
    thisOne: 'this one',
    revoke: (name: string) => `Revoke ${name}`,
    another: 'Another device of yours',
    crew: 'Somebody as crew',
    viewer: 'Somebody who only looks',
    crewNote: 'Crew log trips; who only looks sees no places. A client is a name aboard and needs neither.',
    scan: 'Scan this with the other device’s camera, within ten minutes.',
    or: 'or open there',
    password: 'Sign-in name and password',
    signInAs: (name: string) => `You sign in as ${name}.`,
    keep: 'Keep',
    kept: 'Kept.',
    signOut: 'Sign this device out',
    signOutAsk: (count: number) => `${counted(count, 'change')} did not reach the server yet and would be lost. Sign out all the same?`,
    signOutSure: 'Sign out and lose them',
    stay: 'Stay',
  },
} as const
