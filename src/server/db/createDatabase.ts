/** Makes the database that `DATABASE_URL` names, where its server does not have it yet. */
import pg from 'pg'
import { env } from '../env'

const noSuchDatabase = '3D000'

/** @returns whether it was made now */
export async function createDatabase(): Promise<boolean> {
  const url = new URL(env().DATABASE_URL)
  const name = decodeURIComponent(url.pathname.slice(1))
  const direct = new pg.Client({ connectionString: url.href })
  try {
    await direct.connect()
    await direct.end()
    return false
  } catch (error) {
    if ((error as { code?: string }).code !== noSuchDatabase) throw error
  }
  const admin = new URL(url)
  admin.pathname = '/postgres'
  const client = new pg.Client({ connectionString: admin.href })
  await client.connect()
  await client.query(`create database ${client.escapeIdentifier(name)}`)
  await client.end()
  return true
}
