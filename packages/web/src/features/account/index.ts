export { JoinPage } from './JoinPage.tsx'
export { MembersAndDevices } from './MembersAndDevices.tsx'
export { SignInPage } from './SignInPage.tsx'
