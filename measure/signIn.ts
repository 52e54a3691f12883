/** Signs in to the studio as the demo's designer. @returns the session's cookie, as a header */
export async function signIn(studio: string): Promise<string> {
  const answer = await fetch(`${studio}/api/v1/sign-in`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: studio },
    body: JSON.stringify({ email: 'designer@fernhollow.example', password: 'fernhollow' }),
  })
  return answer.headers.get('set-cookie')!.split(';')[0]!
}

export type StudioApi = <T>(method: string, path: string, body?: object, seen?: number) => Promise<T>

/** The API as that designer. @throws Error with what it answered, unless that was a success */
export async function apiOf(studio: string): Promise<StudioApi> {
  const cookie = await signIn(studio)
  return async <T>(method: string, path: string, body?: object, seen?: number): Promise<T> => {
    const answer = await fetch(`${studio}/api/v1${path}`, {
      method,
      headers: {
        cookie,
        origin: studio,
        'content-type': 'application/json',
        ...(seen === undefined ? {} : { 'if-match': `"${seen}"` }),
      },
      body: body && JSON.stringify(body),
    })
    if (!answer.ok) throw new Error(`${method} ${path} answered ${answer.status}: ${await answer.text()}`)
    return (await answer.json()) as T
  }
}
