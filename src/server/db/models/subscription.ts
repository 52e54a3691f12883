/** Table `subscriptions`: the hub that tells of a source's news, and how far it has agreed. `secret` is sealed. */
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from '../model'

export class Subscription extends Model<
  InferAttributes<Subscription>,
  InferCreationAttributes<Subscription>
> {
  declare sourceId: string
  declare hub: string
  /** The address that the hub knows the source by. */
  declare topic: string
  /** Last part of the address that the hub calls; nobody else knows it. */
  declare ref: string
  declare secret: Buffer
  declare state: CreationOptional<'asked' | 'confirmed' | 'refused'>
  declare askedAt: CreationOptional<Date>
  declare leaseUntil: CreationOptional<Date | null>
}

export const initSubscription = (sequelize: Sequelize): typeof Subscription =>
  Subscription.init(
    {
      sourceId: { type: DataTypes.UUID, primaryKey: true },
      hub: { type: DataTypes.TEXT, allowNull: false },
      topic: { type: DataTypes.TEXT, allowNull: false },
      ref: { type: DataTypes.TEXT, allowNull: false },
      secret: { type: DataTypes.BLOB, allowNull: false },
      state: { type: DataTypes.TEXT, allowNull: false, defaultValue: 'asked' },
      askedAt: { type: DataTypes.DATE, allowNull: false, defaultValue: DataTypes.NOW },
      leaseUntil: DataTypes.DATE,
    },
    {
      sequelize,
      tableName: 'subscriptions',
      modelName: 'Subscription',
      underscored: true,
      timestamps: false,
    },
  )
