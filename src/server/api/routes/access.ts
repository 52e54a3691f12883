/** Who is asking, their sessions and tokens, the team. */
import * as z from 'zod'
import * as shapes from '@/core/api/shapes'
import * as sessions from '../../services/access/sessions'
import * as team from '../../services/access/team'
import * as tokens from '../../services/access/tokens'
import { route, routeForAll, type Route } from '../route'
import { id, name, role } from './fields'

export const accessRoutes: readonly Route[] = [
  routeForAll('GET /me', {
    summary: 'Who is asking',
    response: shapes.me,
    run: (actor) => sessions.whoAmI(actor),
  }),
  routeForAll('GET /sessions', {
    summary: 'Browsers signed in with this account',
    response: z.array(shapes.session),
    run: (actor) => sessions.listSessions(actor),
  }),
  routeForAll('DELETE /sessions/{id}', {
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
  routeForAll('POST /password', {
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
  route('GET /clients/{id}/people', {
    summary: 'A client’s own people, who see what its visitors send, and invitations that wait',
    params: id,
    response: shapes.team,
    run: (actor, { params }) => team.peopleOf(actor, params.id),
  }),
  route('POST /clients/{id}/people', {
    summary: 'Invite one of a client’s own people, by mail; the link is told this once, too',
    params: id,
    body: z.strictObject({ email: z.email().max(200) }),
    response: shapes.link,
    run: (actor, { params, body }) => team.inviteClientPerson(actor, params.id, body.email),
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
