/** Signs in to the studio as the demo's designer. @returns the session's cookie, as a header */
export async function signIn(studio: string): Promise<string> {
  const answer = await fetch(`${studio}/api/v1/sign-in`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: studio },
    body: JSON.stringify({ email: 'designer@fernhollow.example', password: 'fernhollow' }),
  })
  return answer.headers.get('set-cookie')!.split(';')[0]!
}
