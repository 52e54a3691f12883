/** Table `submissions`: what visitors sent, each once for its key. */
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from '../model'
import type { Told } from '../../visitors/answers'

export class Submission extends Model<InferAttributes<Submission>, InferCreationAttributes<Submission>> {
  declare id: CreationOptional<string>
  declare agencyId: string
  declare clientId: string
  declare widgetId: string
  declare kind: string
  declare action: string
  declare key: string
  /** Hash of the body. A key that comes again with another body is refused. */
  declare hash: string
  declare body: object
  declare answer: CreationOptional<unknown>
  /** As it was asked, in the words that the visitor read. */
  declare told: CreationOptional<Told[]>
  /** Address of who sent it, in small letters. */
  declare sender: CreationOptional<string | null>
  /** Of the agency; null while nobody has it in hand. */
  declare assignedTo: CreationOptional<string | null>
  /** In the address that an answer is sent to; null before the first answer by mail. */
  declare token: CreationOptional<string | null>
  /** Hash of the secret that the visitor's tab holds; null for what is no conversation. */
  declare talk: CreationOptional<string | null>
  /** The last message that the visitor's page has read. */
  declare seen: CreationOptional<number>
  /** Those who hear of it by mail. */
  declare mailTo: CreationOptional<string[]>
  /** The last message that they were told of: 0 for what began it, -1 before that. */
  declare toldN: CreationOptional<number>
  declare page: string
  /** Why it is taken for junk; null where it is not. */
  declare junk: string | null
  /** What follows from it has been done. */
  declare carriedOut: CreationOptional<boolean>
  declare state: CreationOptional<'new' | 'open' | 'waiting' | 'done'>
  declare sentAt: CreationOptional<Date>
  declare changedAt: CreationOptional<Date>
}

export const initSubmission = (sequelize: Sequelize): typeof Submission =>
  Submission.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      agencyId: { type: DataTypes.UUID, allowNull: false },
      clientId: { type: DataTypes.UUID, allowNull: false },
      widgetId: { type: DataTypes.UUID, allowNull: false },
      kind: { type: DataTypes.TEXT, allowNull: false },
      action: { type: DataTypes.TEXT, allowNull: false },
      key: { type: DataTypes.TEXT, allowNull: false },
      hash: { type: DataTypes.TEXT, allowNull: false },
      body: { type: DataTypes.JSONB, allowNull: false },
      answer: { type: DataTypes.JSONB, allowNull: false, defaultValue: {} },
      told: { type: DataTypes.JSONB, allowNull: false, defaultValue: [] },
      sender: DataTypes.TEXT,
      assignedTo: DataTypes.UUID,
      token: DataTypes.TEXT,
      talk: DataTypes.TEXT,
      seen: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 },
      mailTo: { type: DataTypes.ARRAY(DataTypes.TEXT), allowNull: false, defaultValue: [] },
      toldN: { type: DataTypes.INTEGER, allowNull: false, defaultValue: -1 },
      page: { type: DataTypes.TEXT, allowNull: false },
      junk: DataTypes.TEXT,
      carriedOut: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: true },
      state: { type: DataTypes.TEXT, allowNull: false, defaultValue: 'new' },
      sentAt: { type: DataTypes.DATE, allowNull: false, defaultValue: DataTypes.NOW },
      changedAt: { type: DataTypes.DATE, allowNull: false, defaultValue: DataTypes.NOW },
    },
    { sequelize, tableName: 'submissions', modelName: 'Submission', underscored: true, timestamps: false },
  )
