import { MemoryReader } from '../block-reader';
import { readContent } from './read-content';

const bytesOf = (text: string) => Uint8Array.from(text, (one) => one.charCodeAt(0));
async function named(at: number, mark: Uint8Array | string, bytes = 2 ** 20) {
  const drive = new Uint8Array(bytes);
  drive.set(typeof mark === 'string' ? bytesOf(mark) : mark, at);
  const content = await readContent(new MemoryReader(drive));
  return content.kind === 'unread' ? content.name : content.kind;
}
const uuid = (text: string) => Uint8Array.from(text.match(/../gu)!, (pair) => parseInt(pair, 16));

it.each([
  ['ZFS pool member', 0x4000, '\x01\x01\0\0\0\0\0\0\0\0\0\x01\0\0\0\x28'],
  ['bcache device', 0x1018, uuid('c68573f64e1a45ca8265f57f48ba6d81')],
  ['bcachefs', 0x1018, uuid('c68573f666ce90a9d96a60cf803df7ef')],
  ['ReiserFS', 0x10034, 'ReIsEr2Fs'],
  ['JFS', 0x8000, 'JFS1'],
  ['NILFS2', 0x406, uuid('3434')],
  ['UDF', 0x8001, 'BEA01'],
  ['LVM physical volume', 1536, 'LABELONE'],
])('%s is named by its mark', async (name, at, mark) => {
  expect(await named(at, mark)).toBe(name);
});

it('a mark that is cut off, or a partition too small for one at its end, names nothing', async () => {
  expect(await named(0, 'LABELON')).toBeNull();
  expect(await named(0, 'x', 512)).toBeNull();
  expect(await named(0x4000 - 4, '\x01\x01\0\0', 0x4002)).toBeNull();
});
