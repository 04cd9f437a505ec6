// Migrates an empty database up, down, and up again by two at once; prints its columns after each step.
import { migrate, openDatabase } from '../dist/data/database.js';

const open = () => openDatabase(process.env.SCHEMA_DATABASE_URL);
const sequelize = open();
const other = open();
const columns = async () =>
  (
    await sequelize.query(
      `SELECT table_name, column_name, data_type, is_nullable FROM information_schema.columns
       WHERE table_schema = 'public' AND table_name <> 'migration' ORDER BY 1, 2`,
    )
  )[0];

await migrate(sequelize);
const first = await columns();
await migrate(sequelize, 'none');
const down = await columns();
await Promise.all([migrate(sequelize), migrate(other)]);
const again = await columns();
console.log(JSON.stringify({ first, down, again }));
await sequelize.close();
await other.close();
