/** Table `pictures`: a picture registered with us, fetched when first needed. */
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from '../model'

export class PictureRow extends Model<InferAttributes<PictureRow>, InferCreationAttributes<PictureRow>> {
  declare ref: string
  declare url: string
  declare state: string
  declare width: CreationOptional<number | null>
  declare height: CreationOptional<number | null>
  declare bytes: CreationOptional<Buffer | null>
  declare triedAt: CreationOptional<Date | null>
}

export const initPictureRow = (sequelize: Sequelize): typeof PictureRow =>
  PictureRow.init(
    {
      ref: { type: DataTypes.TEXT, primaryKey: true },
      url: { type: DataTypes.TEXT, allowNull: false },
      state: { type: DataTypes.TEXT, allowNull: false },
      width: DataTypes.INTEGER,
      height: DataTypes.INTEGER,
      bytes: DataTypes.BLOB,
      triedAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'pictures', modelName: 'PictureRow', underscored: true, timestamps: false },
  )
