import { readFile } from 'node:fs/promises';
import { parentPort, workerData } from 'node:worker_threads';
import { extractText } from './extractText';

// A thread for one file: whatever is in it, it ends with the thread.
const { path, type } = workerData as { path: string; type: string };
parentPort!.postMessage(await extractText(await readFile(path), type));
