/** Table `lists`: what people sign up to. */
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from '../model'

export class List extends Model<InferAttributes<List>, InferCreationAttributes<List>> {
  declare id: CreationOptional<string>
  declare agencyId: string
  declare clientId: string
  declare name: string
  /** Where those who sign up are carried to; null where they are kept here only. */
  declare connectionId: CreationOptional<string | null>
  declare target: CreationOptional<string | null>
  declare targetLabel: CreationOptional<string | null>
  /** Why the last try failed, in words. */
  declare trouble: CreationOptional<string | null>
  /** Whoever carries it has until then. */
  declare carryingUntil: CreationOptional<Date | null>
  declare createdAt: CreationOptional<Date>
}

export const initList = (sequelize: Sequelize): typeof List =>
  List.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      agencyId: { type: DataTypes.UUID, allowNull: false },
      clientId: { type: DataTypes.UUID, allowNull: false },
      name: { type: DataTypes.TEXT, allowNull: false },
      connectionId: DataTypes.UUID,
      target: DataTypes.TEXT,
      targetLabel: DataTypes.TEXT,
      trouble: DataTypes.TEXT,
      carryingUntil: DataTypes.DATE,
      createdAt: { type: DataTypes.DATE, allowNull: false, defaultValue: DataTypes.NOW },
    },
    { sequelize, tableName: 'lists', modelName: 'List', underscored: true, timestamps: false },
  )
