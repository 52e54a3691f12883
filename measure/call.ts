/** A request from an address of the loopback's, so that each visitor of a measurement has one of their own. */
import { request } from 'node:http'
import { text } from 'node:stream/consumers'

export interface Call {
  readonly method?: string
  /** Address it comes from. */
  readonly from?: string
  readonly headers?: Readonly<Record<string, string>>
  readonly body?: string
}

/** @throws Error when there is no whole answer */
export const call = (url: string, { method = 'GET', from, headers = {}, body }: Call) =>
  new Promise<{ readonly status: number; readonly body: string }>((done, fail) => {
    const options = { method, headers, ...(from ? { localAddress: from } : {}) }
    // Without a listener of its own an answer that breaks off would end the whole process.
    request(url, options, (answer) =>
      text(answer).then((said) => done({ status: answer.statusCode!, body: said }), fail),
    )
      .on('error', fail)
      .end(body)
  })

/** The JSON of its answer. @throws Error with what it answered, unless that was a success */
export async function callForJson<T>(url: string, how: Call): Promise<T> {
  const { status, body } = await call(url, how)
  if (status >= 300) throw new Error(`${how.method ?? 'GET'} ${url} answered ${status}: ${body}`)
  return (body ? JSON.parse(body) : undefined) as T
}
