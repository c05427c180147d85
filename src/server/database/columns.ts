import { DataTypes } from 'sequelize';

/** Kinds of columns. Functions, since the database library writes into what it is given. */
export const text = (length: number) => ({ type: DataTypes.STRING(length), allowNull: false });
export const maybeText = (length: number) => ({ type: DataTypes.STRING(length), allowNull: true });
export const whole = () => ({ type: DataTypes.INTEGER, allowNull: false });
export const maybeWhole = () => ({ type: DataTypes.INTEGER, allowNull: true });
export const maybeReal = () => ({ type: DataTypes.DOUBLE, allowNull: true });
export const yesOrNo = () => ({ type: DataTypes.BOOLEAN, allowNull: false });
export const real = () => ({ type: DataTypes.DOUBLE, allowNull: false });
export const long = () => ({ type: DataTypes.TEXT('long'), allowNull: false });
export const maybeLong = () => ({ type: DataTypes.TEXT('long'), allowNull: true });
export const time = () => ({ type: DataTypes.DATE(3), allowNull: false });
export const maybeTime = () => ({ type: DataTypes.DATE(3), allowNull: true });
export const key = { primaryKey: true };
