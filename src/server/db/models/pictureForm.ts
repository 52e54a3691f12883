/** Table `picture_forms`: a picture resized to one width of the ladder, as WebP. */
import {
  DataTypes,
  Model,
  type InferAttributes,
  type InferCreationAttributes,
  type Sequelize,
} from '../model'

export class PictureForm extends Model<InferAttributes<PictureForm>, InferCreationAttributes<PictureForm>> {
  declare ref: string
  declare width: number
  declare bytes: Buffer
}

export const initPictureForm = (sequelize: Sequelize): typeof PictureForm =>
  PictureForm.init(
    {
      ref: { type: DataTypes.TEXT, primaryKey: true },
      width: { type: DataTypes.INTEGER, primaryKey: true },
      bytes: { type: DataTypes.BLOB, allowNull: false },
    },
    { sequelize, tableName: 'picture_forms', modelName: 'PictureForm', underscored: true, timestamps: false },
  )
