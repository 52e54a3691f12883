/**
 * OAuth 2.0 with the services of connectors, over the one door to the outside: authorisation code with PKCE (RFC 7636),
 * refreshed tokens, revocation (RFC 7009). Clients are public: nothing proves who asks but the code and its verifier.
 */
import * as oauth from 'oauth4webapi'
import { problem, ProblemError } from '@/core/problems'
import { fetchAddress } from '../fetch/fetchAddress'
import { originOf, type Connector } from './connector'

export interface Tokens {
  readonly access: string
  readonly refresh: string | undefined
  readonly expiresInS: number
}

/** Where the service does not say how long a token is good for. */
const usualS = 3600

/** @throws ProblemError `input_invalid` where nobody signs in */
function serviceOf({ id, oauth: ends }: Connector) {
  const origin = originOf(id)
  if (!ends || !origin)
    throw new ProblemError(problem('input_invalid', { where: 'connector', why: 'nobody signs in there' }))
  const at = (path: string) => new URL(path, origin).href
  const server: oauth.AuthorizationServer = {
    issuer: origin,
    authorization_endpoint: at(ends.authorize),
    token_endpoint: at(ends.token),
    revocation_endpoint: at(ends.revoke),
  }
  return { server, client: { client_id: ends.clientId } satisfies oauth.Client, scope: ends.scope }
}

/** @throws ProblemError when the service can't be reached: that is no refusal */
const through = ({ label }: Connector) => ({
  [oauth.allowInsecureRequests]: true, // which hosts may be asked, and how, is the door's to say
  [oauth.customFetch]: async (url: string, { body }: { body?: unknown }) => {
    const form = Object.fromEntries(new URLSearchParams(String(body as URLSearchParams)))
    const fetched = await fetchAddress({ url, accept: 'application/json', form })
    if (!fetched.ok) throw new ProblemError(fetched.problem)
    const { status, bytes, contentType } = fetched.value
    if (status === 429 || status >= 500)
      throw new ProblemError(
        problem('host_silent', { host: label, why: 'its sign-in answers with an error' }),
      )
    return new Response(bytes.length > 0 ? new Uint8Array(bytes) : null, {
      status,
      headers: { 'content-type': contentType },
    })
  },
})

/** Where the browser goes to sign in. The verifier has to be kept until it comes back. */
export async function signInAddress(
  connector: Connector,
  state: string,
  redirectUri: string,
): Promise<{ url: string; verifier: string }> {
  const { server, client, scope } = serviceOf(connector)
  const verifier = oauth.generateRandomCodeVerifier()
  const url = new URL(server.authorization_endpoint!)
  const query = {
    response_type: 'code',
    client_id: client.client_id,
    redirect_uri: redirectUri,
    scope,
    state,
    code_challenge: await oauth.calculatePKCECodeChallenge(verifier),
    code_challenge_method: 'S256',
  }
  for (const [name, value] of Object.entries(query)) url.searchParams.set(name, value)
  return { url: url.href, verifier }
}

/** Tokens for what the browser brought back. @returns undefined when the other side says no */
export const tokensFor = (
  connector: Connector,
  answer: URLSearchParams,
  { state, verifier, redirectUri }: { state: string; verifier: string; redirectUri: string },
): Promise<Tokens | undefined> =>
  unlessRefused(async () => {
    const { server, client } = serviceOf(connector)
    const checked = oauth.validateAuthResponse(server, client, answer, state)
    return oauth.processAuthorizationCodeResponse(
      server,
      client,
      await oauth.authorizationCodeGrantRequest(
        server,
        client,
        oauth.None(),
        checked,
        redirectUri,
        verifier,
        through(connector),
      ),
    )
  })

/** @returns undefined when the other side gives none any more */
export const renewedTokens = (connector: Connector, refresh: string): Promise<Tokens | undefined> =>
  unlessRefused(async () => {
    const { server, client } = serviceOf(connector)
    return oauth.processRefreshTokenResponse(
      server,
      client,
      await oauth.refreshTokenGrantRequest(server, client, oauth.None(), refresh, through(connector)),
    )
  })

/** @returns whether the other side knows that the token is void */
export async function revokeToken(connector: Connector, token: string): Promise<boolean> {
  const { server, client } = serviceOf(connector)
  const answer = await oauth.revocationRequest(server, client, oauth.None(), token, through(connector))
  try {
    await oauth.processRevocationResponse(answer)
    return true
  } catch (error) {
    if (isRefusal(error)) return false
    throw error
  }
}

async function unlessRefused(ask: () => Promise<oauth.TokenEndpointResponse>): Promise<Tokens | undefined> {
  try {
    const { access_token: access, refresh_token: refresh, expires_in: expiresInS = usualS } = await ask()
    return { access, refresh, expiresInS }
  } catch (error) {
    if (isRefusal(error)) return undefined
    throw error
  }
}

const refusals = [
  oauth.ResponseBodyError,
  oauth.AuthorizationResponseError,
  oauth.OperationProcessingError,
  oauth.WWWAuthenticateChallengeError,
]
/** An error that the protocol knows, or an answer that is none of the protocol's. */
const isRefusal = (error: unknown) => refusals.some((one) => error instanceof one)
