/**
 * The one handle to the database, made on first use. It lives on globalThis with its models: Next bundles pages and route
 * handlers apart, so this module and the model classes exist more than once, and only one copy is bound to a connection.
 * Take models from `db()`, never a class from its file.
 */
import pg from 'pg'
import { Sequelize, type Transaction } from 'sequelize'
import { env } from '../env'
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

function connect() {
  const sequelize = new Sequelize(env().DATABASE_URL, {
    dialect: 'postgres',
    dialectModule: pg,
    logging: false,
    pool: { max: env().DATABASE_POOL, idle: 30_000, acquire: 5_000 },
    dialectOptions: {
      connectionTimeoutMillis: 4_000,
      statement_timeout: 30_000,
      // How like a word of a title another has to be to be taken for it: two letters may be swapped.
      options: '-c pg_trgm.word_similarity_threshold=0.45',
    },
    define: { underscored: true },
  })
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

/** All or nothing. Everything inside has to pass `transaction` on. */
export const inTransaction = <T>(work: (transaction: Transaction) => Promise<T>): Promise<T> =>
  db().sequelize.transaction(work)

export async function closeDatabase(): Promise<void> {
  await shared.yimbleDatabase?.sequelize.close()
  delete shared.yimbleDatabase
}
