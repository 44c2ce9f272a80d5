import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import supertest from 'supertest';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { createApp } from '../app';
import { withForum, type Client } from '../testing/testServer';

let c: Awaited<ReturnType<typeof withForum>>;
let admin: Client;
const web = mkdtempSync(join(tmpdir(), 'juror-web-'));
beforeAll(() => writeFileSync(join(web, 'index.html'), '<!doctype html>'));
afterAll(() => rmSync(web, { recursive: true }));
beforeEach(async () => {
  c = await withForum();
  await c.server.db.updateTable('person').set({ administrator: 1 }).where('id', '=', 'teodora').execute();
  admin = await c.server.as('teodora');
});
afterEach(() => c.server.close());

const save = (hosts: string[], who = admin) => who.send('put', '/api/admin/hosts', { hosts });
const policyOf = async (path: string) => {
  const app = createApp(c.server.deps, { webFolder: web });
  return String((await supertest(app).get(path)).headers['content-security-policy']);
};

describe('hosts whose material may be shown', () => {
  it('are none at first, and then those the administrator allows, as origins', async () => {
    expect((await c.ines.get('/api/session').expect(200)).body.shows).toEqual([]);
    await save([
      'Films.example/a/b?c',
      'https://maps.example:8443',
      'https://films.example:443',
      'http://localhost:4301',
    ]).expect(200);
    const hosts = ['http://localhost:4301', 'https://films.example', 'https://maps.example:8443'];
    expect((await admin.get('/api/admin/hosts').expect(200)).body).toEqual({ hosts });
    expect((await c.ines.get('/api/session').expect(200)).body.shows).toEqual(hosts);
    await save([]).expect(200);
    expect((await c.ines.get('/api/session').expect(200)).body.shows).toEqual([]);
  });

  it('stand in the policy of the page alone, which stays as strict for everything else', async () => {
    const before = await policyOf('/c/rivers/discuss');
    expect(before).toContain("frame-src 'none'");
    await save(['films.example', 'straße.example']).expect(200);
    const page = await policyOf('/c/rivers/discuss');
    expect(page).toContain('frame-src https://films.example https://xn--strae-oqa.example');
    expect(page.replace(/frame-src [^;]+/, '')).toBe(before.replace(/frame-src [^;]+/, ''));
    expect(await policyOf('/api/session')).toContain("frame-src 'none'");
  });

  it('are set by administrators alone, and are neither Juror itself nor half an address', async () => {
    await save(['films.example'], c.pilar).expect(404);
    await c.ines.get('/api/admin/hosts').expect(404);
    const refused = async (host: string) => {
      const { body } = await save(['films.example', host]).expect(422);
      return (body as { errors: { field: string; message: string }[] }).errors[0]!;
    };
    for (const host of [
      '',
      'http://films.example',
      'javascript:alert(1)',
      'https://*.example',
      'a;script-src *',
      'ftp://a.example',
    ])
      expect(await refused(host)).toMatchObject({
        field: 'hosts.1',
        message: 'Write the address of a host, such as https://films.example.',
      });
    const own = (
      await save([])
        .set('Host', 'juror.example:4300')
        .send({ hosts: ['juror.example:4300'] })
    ).body as {
      errors: { message: string }[];
    };
    expect(own.errors[0]!.message).toContain('Juror’s own address');
    expect((await admin.get('/api/admin/hosts').expect(200)).body).toEqual({ hosts: [] });
  });
});
