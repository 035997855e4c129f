import { spawn, type ChildProcess } from 'node:child_process'
import { expect } from '@playwright/test'

/** A server of a test's own at an address, to be ended, or kept so busy that others would be refused. */
export async function startServer(address: string): Promise<ChildProcess> {
  const server = spawn('node', ['.output/server/index.mjs'], {
    env: { ...process.env, PORT: new URL(address).port, HOST: '127.0.0.1' },
    stdio: 'ignore',
  })
  await expect
    .poll(() =>
      fetch(`${address}/api/health`).then(
        a => a.ok,
        () => false,
      ),
    )
    .toBe(true)
  return server
}
export const ended = (server: ChildProcess): Promise<unknown> => {
  const gone = new Promise(done => server.once('exit', done))
  server.kill('SIGKILL')
  return gone
}
