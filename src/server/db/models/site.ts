/** Table `sites`: a client's site on a platform profile (core/snippet/platforms.ts). */
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from '../model'

export class Site extends Model<InferAttributes<Site>, InferCreationAttributes<Site>> {
  declare id: CreationOptional<string>
  declare clientId: string
  declare name: string
  declare url: string
  declare platform: string
}

export const initSite = (sequelize: Sequelize): typeof Site =>
  Site.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 },
      clientId: { type: DataTypes.UUID, allowNull: false },
      name: { type: DataTypes.TEXT, allowNull: false },
      url: { type: DataTypes.TEXT, allowNull: false },
      platform: { type: DataTypes.TEXT, allowNull: false },
    },
    { sequelize, tableName: 'sites', modelName: 'Site', underscored: true, timestamps: false },
  )
