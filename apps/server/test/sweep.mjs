// Keeps a blob that nothing names, then sweeps without sparing what is fresh; prints what went, and what of it is left.
import { openDatabase } from '../dist/data/database.js';
import { HousekeepingService } from '../dist/housekeeping/housekeeping.service.js';

const sequelize = openDatabase(process.env.DATABASE_URL);
const stray = 'f'.repeat(64);
await sequelize.query(`INSERT INTO blob VALUES ($1, '\\x00', 'image/png') ON CONFLICT DO NOTHING`, { bind: [stray] });
const keep = new HousekeepingService(sequelize, { forget: () => {} }, console);
const spared = await keep.sweep();
const swept = await keep.sweep(0);
const [left] = await sequelize.query('SELECT 1 FROM blob WHERE sha256 = $1', { bind: [stray] });
console.log(JSON.stringify({ spared: spared.blobs, swept: swept.blobs, left: left.length }));
await sequelize.close();
