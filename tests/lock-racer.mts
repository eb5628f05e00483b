import { refuse } from '@/core/result';
import { lockFile } from '@/files';

/** One of two processes that take the same lock at the same moment, on their parent's word (src/files/lock.test.ts). */
const path = process.argv[2]!;
let letGo: (() => void) | null = null;

process.on('message', (word) => {
  if (word === 'take') {
    const lock = lockFile(path, (pid) => refuse('taken', `process ${pid}`, ''));
    letGo = lock.ok ? lock.value : null;
    process.send!(lock.ok ? 'mine' : 'taken');
  } else {
    letGo?.();
    letGo = null;
    process.send!('gone');
  }
});
process.send!('ready');
