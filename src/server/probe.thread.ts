import { parentPort, workerData } from 'node:worker_threads';
import { openDatabase } from './database';

/**
 * Opens a database as the server would and says whether that works. In a thread of its own, which can be ended: a damaged
 * database may make the engine turn in circles for good.
 */
async function probe(folder: string): Promise<void> {
  const database = await openDatabase(folder);
  await database.query("select count(*) from pg_class where relkind = 'r'");
  await database.close();
}

probe((workerData as { folder: string }).folder).then(
  () => parentPort?.postMessage('opens'),
  () => parentPort?.postMessage('does not open'),
);
