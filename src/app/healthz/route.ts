import { isDatabaseAway } from '@/server/db/away'
import { db } from '@/server/db/db'

export const dynamic = 'force-dynamic'

/** 200 while the process runs; `database` says whether PostgreSQL answers it. */
export async function GET() {
  const database = await db()
    .sequelize.query('select 1')
    .then(
      () => 'ok',
      (error: unknown) => (isDatabaseAway(error) ? 'away' : 'broken'),
    )
  return Response.json({ process: 'studio', status: 'ok', database })
}
