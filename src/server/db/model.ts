/** What every model file needs, so that each of them is only its columns. */
export { DataTypes, Model } from 'sequelize'
export type { CreationOptional, InferAttributes, InferCreationAttributes, Sequelize } from 'sequelize'
