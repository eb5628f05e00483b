import { holdLeaving, mayLeave } from './leaving';

it('a screen that holds nothing may be left; one that holds something hears where to, until it holds nothing any more', () => {
  expect(mayLeave('/parts')).toBe(true);
  const heard: string[] = [];
  const end = holdLeaving((href) => heard.push(href));
  expect(mayLeave('/parts')).toBe(false);
  end();
  expect(mayLeave('/logbook')).toBe(true);
  expect(heard).toEqual(['/parts']);
});
