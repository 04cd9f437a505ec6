import type { Running } from './server-under-test';
import { end, startOwnServer } from './server-under-test';

const running: Running[] = [];

/**
 * Starts one server for each of Jest's workers, on its database, for all files of tests that need no other: to start takes
 * seconds, and what it has compiled by then serves all of them.
 */
export async function setup(): Promise<void> {
  const urls = process.env.API_DATABASE_URLS?.split(' ') ?? [];
  running.push(...(await Promise.all(urls.map((url) => startOwnServer({ DATABASE_URL: url })))));
  if (running.length > 0) process.env.API_ADDRESSES = running.map(({ address }) => address).join(' ');
}

export async function teardown(): Promise<void> {
  await Promise.all(running.splice(0).map((server) => end(server)));
}
