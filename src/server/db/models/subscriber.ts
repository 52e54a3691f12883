/**
 * Table `subscribers`: who asked to be on a list, who confirmed it, who left. The token is in the link of every mail and lets
 * its owner do these two things only; it goes along when the list is handed over.
 */
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from '../model'

export class Subscriber extends Model<InferAttributes<Subscriber>, InferCreationAttributes<Subscriber>> {
  declare id: CreationOptional<string>
  declare listId: string
  /** In small letters. */
  declare email: string
  declare state: CreationOptional<'asked' | 'confirmed' | 'left'>
  declare token: string
  /** The sentence that was agreed to, word for word. */
  declare consent: string
  declare page: string
  declare locale: string
  declare askedAt: CreationOptional<Date>
  declare mailedAt: CreationOptional<Date>
  declare confirmedAt: CreationOptional<Date | null>
  declare leftAt: CreationOptional<Date | null>
}

export const initSubscriber = (sequelize: Sequelize): typeof Subscriber =>
  Subscriber.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      listId: { type: DataTypes.UUID, allowNull: false },
      email: { type: DataTypes.TEXT, allowNull: false },
      state: { type: DataTypes.TEXT, allowNull: false, defaultValue: 'asked' },
      token: { type: DataTypes.TEXT, allowNull: false },
      consent: { type: DataTypes.TEXT, allowNull: false },
      page: { type: DataTypes.TEXT, allowNull: false },
      locale: { type: DataTypes.TEXT, allowNull: false },
      askedAt: { type: DataTypes.DATE, allowNull: false, defaultValue: DataTypes.NOW },
      mailedAt: { type: DataTypes.DATE, allowNull: false, defaultValue: DataTypes.NOW },
      confirmedAt: DataTypes.DATE,
      leftAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'subscribers', modelName: 'Subscriber', underscored: true, timestamps: false },
  )
