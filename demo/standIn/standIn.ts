import { fileURLToPath } from 'node:url';
import express from 'express';
import type { Server } from 'node:http';
import type { RichNode } from '../../core/text/richText';
import type { Db } from '../../server/db/open';
import { toJson } from '../../server/db/json';
import { listen } from '../../server/serve';
import { toHtml } from '../../server/text/toHtml';

/** Where the films and maps of the demo stand until it is known at which port they are served. */
const NOWHERE = 'https://shows.fenwick-hollow.example';
const ANYWHERE = /https?:\/\/[^\s"/<>]+(?=\/stand-in\/)/g;

/** A card of the demo: something that the stand-in host shows. */
export const shownBy = (page: 'film' | 'map', title: string, description: string): RichNode => ({
  type: 'elsewhere',
  attrs: { href: `${NOWHERE}/stand-in/${page}`, title, description },
});

/** Allows the stand-in host, as an administrator would. */
export async function allowStandIn(db: Db, now: number): Promise<void> {
  await db.insertInto('shown_host').values({ origin: NOWHERE, at: now, by: null }).execute();
}

/** A running stand-in for another site. */
export interface StandIn {
  readonly origin: string;
  readonly server: Server;
}

/**
 * Serves a film and a map beside the demo, as another site would: at another port, and so from another origin. Where the port is taken, any
 * other does.
 */
export async function startStandIn(port: number, host: string): Promise<StandIn> {
  const app = express();
  app.disable('x-powered-by');
  for (const page of ['film', 'map'])
    app.get(`/stand-in/${page}`, (_req, res) =>
      res
        .set('Content-Security-Policy', "default-src 'self' 'unsafe-inline'")
        .sendFile(fileURLToPath(new URL(`${page}.html`, import.meta.url))),
    );
  const { server, port: at } = await listen(app, port, host).catch(() => listen(app, 0, host));
  return { server, origin: `http://localhost:${at}` };
}

/** Lets the cards of the demo, and what is allowed, name the stand-in host where it runs now. */
export async function pointToStandIn(db: Db, origin: string): Promise<void> {
  const forums = await db.selectFrom('forum').select(['id', 'prompt']).execute();
  for (const { id, prompt } of forums) {
    const moved = prompt.replaceAll(ANYWHERE, origin);
    if (moved === prompt) continue;
    const doc = JSON.parse(moved) as RichNode;
    await db
      .updateTable('forum')
      .set({ prompt: toJson(doc), prompt_html: toHtml(doc) })
      .where('id', '=', id)
      .execute();
  }
  await db.updateTable('shown_host').set({ origin }).where('by', 'is', null).execute();
}
