import { App } from './app.ts'

export default (): Promise<void> => App.makeDemo()
