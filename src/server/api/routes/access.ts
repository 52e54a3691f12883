/** Who is asking, their sessions and tokens, the team. */
import * as z from 'zod'
import * as shapes from '@/core/api/shapes'
import * as sessions from '../../services/access/sessions'
import * as team from '../../services/access/team'
import * as tokens from '../../services/access/tokens'
import { route, type Route } from '../route'
import { id, name, role } from './fields'

export const accessRoutes: readonly Route[] = [
  route('GET /me', { summary: 'Who is asking', response: shapes.me, run: (actor) => sessions.whoAmI(actor) }),
  route('GET /sessions', {
    summary: 'Browsers signed in with this account',
    response: z.array(shapes.session),
    run: (actor) => sessions.listSessions(actor),
  }),
  route('DELETE /sessions/{id}', {
    summary: 'Sign a browser out',
    params: id,
    run: (actor, { params }) => sessions.revokeSession(actor, params.id),
  }),
  route('GET /tokens', {
    summary: 'Tokens of this account',
    response: z.array(shapes.token),
    run: (actor) => tokens.listTokens(actor),
  }),
  route('POST /tokens', {
    summary: 'Make a token; it is told this once',
    body: z.strictObject({ name }),
    response: shapes.token.extend({ token: z.string() }),
    run: (actor, { body }) => tokens.createToken(actor, body.name),
  }),
  route('DELETE /tokens/{id}', {
    summary: 'Revoke a token',
    params: id,
    run: (actor, { params }) => tokens.revokeToken(actor, params.id),
  }),
  route('POST /password', {
    summary: 'Change one’s own password; other browsers are signed out',
    body: z.strictObject({ now: z.string().max(200), next: shapes.password }),
    run: (actor, { body }) => team.changePassword(actor, body),
  }),
  route('GET /team', {
    summary: 'People of the agency, and invitations that wait',
    response: shapes.team,
    run: (actor) => team.teamOf(actor),
  }),
  route('POST /team/invitations', {
    summary: 'Invite somebody; the link is told this once',
    body: z.strictObject({ email: z.email().max(200), role }),
    response: shapes.link,
    run: (actor, { body }) => team.invitePerson(actor, body),
  }),
  route('DELETE /team/invitations/{id}', {
    summary: 'Withdraw an invitation',
    params: id,
    run: (actor, { params }) => team.withdrawInvitation(actor, params.id),
  }),
  route('PATCH /team/{id}', {
    summary: 'Give somebody another role',
    params: id,
    body: z.strictObject({ role }),
    run: (actor, { params, body }) => team.changeRole(actor, params.id, body.role),
  }),
  route('DELETE /team/{id}', {
    summary: 'Remove somebody; all of their access ends at once',
    params: id,
    run: (actor, { params }) => team.removePerson(actor, params.id),
  }),
  route('POST /team/{id}/reset', {
    summary: 'A link by which somebody sets a new password; it is told this once',
    params: id,
    response: shapes.link,
    run: (actor, { params }) => team.resetLink(actor, params.id),
  }),
]
