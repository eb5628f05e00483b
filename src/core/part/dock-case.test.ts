import cases from '../../../demo/parts/cases.json';
import { DockCase, casesFor } from '.';

const all = cases.map((data) => DockCase.parse(data));
const ids = (list: DockCase[]) => list.map(({ id }) => id);

it('a drive goes into a case that takes it and is there, the quickest first', () => {
  expect(ids(casesFor(all, 'NVMe'))).toEqual(['tarn-5', 'tarn-2']);
  expect(ids(casesFor(all, 'SATA'))).toEqual(['tarn-dock', 'tarn-2']);
  expect(ids(casesFor(all, 'PATA'))).toEqual(['tarn-bridge']);
  expect(casesFor(all, 'eMMC')).toEqual([]);
  expect(ids(casesFor(all, null))).toEqual(['tarn-5', 'tarn-dock', 'tarn-reader', 'tarn-2', 'tarn-bridge']);
});
