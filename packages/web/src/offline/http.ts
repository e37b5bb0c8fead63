import { Problem } from '@jotbook/contract'

/** A fetch that gives its answer or throws a Problem. */
export async function fetchOk(url: string, init?: RequestInit): Promise<Response> {
  let response: Response
  try {
    response = await fetch(url, init)
  } catch {
    throw new Problem(
      'unreachable',
      'The server cannot be reached. What you log is kept on this device and goes up when it is back.',
    )
  }
  if (response.ok) return response
  const body: unknown = await response.json().catch(() => undefined)
  throw Problem.from(body, response.status)
}

export async function fetchJson<T>(url: string, init?: RequestInit): Promise<T> {
  return (await (await fetchOk(url, init)).json()) as T
}

export const sendJson = <T>(method: 'POST' | 'PUT', url: string, body: unknown): Promise<T> =>
  fetchJson<T>(url, { method, headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) })

/** Sends what is answered with no more than that it was done. */
export async function sendNothingBack(method: 'POST' | 'PUT', url: string, body: unknown): Promise<void> {
  await fetchOk(url, { method, headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) })
}

/** An answer that comes line by line, each a JSON value. */
export async function* fetchLines<T>(
  url: string,
  init?: RequestInit,
  read: (line: string) => unknown = JSON.parse,
): AsyncGenerator<T> {
  const response = await fetchOk(url, init)
  if (!response.body) return
  const reader = response.body.pipeThrough(new TextDecoderStream()).getReader()
  let rest = ''
  for (;;) {
    const { done, value } = await reader.read()
    const lines = (rest + (value ?? '')).split('\n')
    rest = lines.pop() ?? ''
    for (const line of lines) if (line !== '') yield read(line) as T
    if (done) return
  }
}
