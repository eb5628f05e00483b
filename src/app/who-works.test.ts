import { askedBy, initialsIn } from './who-works';

const from = (cookie: string | null) =>
  askedBy(new Request('http://127.0.0.1/', { headers: cookie === null ? {} : { cookie } }));

it('reads whom the window names from its cookies, wherever it stands among them', () => {
  expect(from('theme=dark; working=AV')).toBe('AV');
  expect(from('working=%C3%89L; theme=dark')).toBe('ÉL');
  expect(from('networking=XX')).toBeNull();
  expect(from(null)).toBeNull();
});

it.each(['', '%', 'x'.repeat(9), '%E0%A4%A'])('takes “%s” for nobody', (text) => {
  expect(initialsIn(text)).toBeNull();
});
