import { refuse } from '@/core/result';
import { readJson } from './read-body';
import { respond } from './respond';

const request = (body: string | null) => new Request('http://127.0.0.1/', { method: 'POST', body });

describe('requests and answers', () => {
  it('reads JSON', async () => {
    expect(await readJson(request('{"a":1}'))).toEqual({ ok: true, value: { a: 1 } });
  });

  it.each([
    ['nothing', null, 'form'],
    ['no JSON', 'a=1', 'form'],
    ['torn JSON', '{"a":', 'form'],
    ['too much', `"${'x'.repeat(300_000)}"`, 'too-long'],
  ])('turns %s into a fault', async (_, body, code) => {
    expect(await readJson(request(body))).toMatchObject({ ok: false, fault: { code } });
  });

  it('reads JSON nested a thousand deep without falling over', async () => {
    const deep = '['.repeat(1000) + ']'.repeat(1000);
    expect(await readJson(request(deep))).toMatchObject({ ok: true });
  });

  it.each([
    ['no-job', 404],
    ['stale', 409],
    ['form', 400],
    ['too-long', 413],
    ['hold-card', 422],
  ])('answers %s with %i', async (code, status) => {
    const response = respond(refuse(code, 'what', 'how'));
    expect(response.status).toBe(status);
    expect(await response.json()).toEqual({ ok: false, fault: { code, sentence: 'what', remedy: 'how' } });
  });
});
