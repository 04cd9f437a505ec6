/** Gives each of Jest's workers a database of its own, so that files of tests can run side by side. */
const urls = process.env.API_DATABASE_URLS?.split(' ');
if (urls) process.env.DATABASE_URL = urls[Number(process.env.JEST_WORKER_ID ?? 1) - 1];
