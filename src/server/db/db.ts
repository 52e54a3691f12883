/**
 * The one handle to the database, made on first use. It lives on globalThis with its models: Next bundles pages and route
 * handlers apart, so this module and the model classes exist more than once, and only one copy is bound to a connection.
 * Take models from `db()`, never a class from its file.
 */
import { AsyncLocalStorage } from 'node:async_hooks'
import pg from 'pg'
import { Sequelize, type QueryOptions, type Transaction } from 'sequelize'
import { env } from '../env'
import { PreparingClient } from './preparedStatements'
import { initAgency } from './models/agency'
import { initUser } from './models/user'
import { initSession } from './models/session'
import { initToken } from './models/token'
import { initClient } from './models/client'
import { initConnection } from './models/connection'
import { initSite } from './models/site'
import { initPage } from './models/page'
import { initSnapshot } from './models/snapshot'
import { initSource } from './models/source'
import { initSourceFile } from './models/sourceFile'
import { initItemRow } from './models/itemRow'
import { initPictureRow } from './models/pictureRow'
import { initPictureForm } from './models/pictureForm'
import { initSubscription } from './models/subscription'
import { initWidget } from './models/widget'
import { initPatchRow } from './models/patchRow'
import { initRelease } from './models/release'
import { initDecision } from './models/decision'
import { initArtifactRow } from './models/artifactRow'
import { initSighting } from './models/sighting'
import { initFormRow } from './models/form'
import { initList } from './models/list'
import { initSubmission } from './models/submission'
import { initSubscriber } from './models/subscriber'

/** A handle without models. @param statementTimeoutMs - 0 for no end */
export const connection = ({ statementTimeoutMs }: { readonly statementTimeoutMs: number }): Sequelize =>
  new Sequelize(env().DATABASE_URL, {
    dialect: 'postgres',
    dialectModule: { ...pg, Client: PreparingClient },
    logging: false,
    pool: { max: env().DATABASE_POOL, idle: 30_000, acquire: 5_000 },
    dialectOptions: {
      connectionTimeoutMillis: 4_000,
      statement_timeout: statementTimeoutMs,
      // How like a word of a title another has to be to be taken for it: two letters may be swapped. And no statement of ours runs so long
      // that compiling it pays, though old statistics may say so.
      options: '-c pg_trgm.word_similarity_threshold=0.45 -c jit=off',
    },
    define: { underscored: true },
  })

const questionMs = 30_000

function connect() {
  const sequelize = connection({ statementTimeoutMs: questionMs })
  if (process.env.NODE_ENV !== 'production') refuseSecondConnections(sequelize)
  return {
    sequelize,
    Agency: initAgency(sequelize),
    User: initUser(sequelize),
    Session: initSession(sequelize),
    Token: initToken(sequelize),
    Client: initClient(sequelize),
    Connection: initConnection(sequelize),
    Site: initSite(sequelize),
    Page: initPage(sequelize),
    Snapshot: initSnapshot(sequelize),
    Source: initSource(sequelize),
    SourceFile: initSourceFile(sequelize),
    Subscription: initSubscription(sequelize),
    ItemRow: initItemRow(sequelize),
    PictureRow: initPictureRow(sequelize),
    PictureForm: initPictureForm(sequelize),
    Widget: initWidget(sequelize),
    PatchRow: initPatchRow(sequelize),
    Release: initRelease(sequelize),
    Decision: initDecision(sequelize),
    ArtifactRow: initArtifactRow(sequelize),
    Sighting: initSighting(sequelize),
    Submission: initSubmission(sequelize),
    FormRow: initFormRow(sequelize),
    List: initList(sequelize),
    Subscriber: initSubscriber(sequelize),
  }
}

type Database = ReturnType<typeof connect>
const shared = globalThis as typeof globalThis & { yimbleDatabase?: Database }

export const db = (): Database => (shared.yimbleDatabase ??= connect())

/** Whether the code that runs now was called from within a transaction. */
const inside = new AsyncLocalStorage<true>()

/**
 * All or nothing. Everything inside has to pass `transaction` on: a query that waits for a second connection while its caller holds
 * one stands still for seconds as soon as the pool is full of such callers. Outside of production such a query throws.
 */
export const inTransaction = <T>(work: (transaction: Transaction) => Promise<T>): Promise<T> =>
  db().sequelize.transaction((transaction) => inside.run(true, () => work(transaction)))

/** @throws Error when a query is asked without the transaction that it is called from */
function refuseSecondConnections(sequelize: Sequelize): void {
  const query = sequelize.query.bind(sequelize) as (sql: unknown, options?: QueryOptions) => Promise<unknown>
  const checked: typeof query = async (sql, options) => {
    if (inside.getStore() && !options?.transaction)
      throw new Error(`A query inside a transaction has to be given that transaction: ${JSON.stringify(sql)}`)
    return query(sql, options)
  }
  Object.assign(sequelize, { query: checked })
}

export async function closeDatabase(): Promise<void> {
  await shared.yimbleDatabase?.sequelize.close()
  delete shared.yimbleDatabase
}
