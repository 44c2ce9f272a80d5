import * as contract from '../../contract/elsewhere';
import type { Deps } from '../feature/deps';
import type { Serve } from '../feature/serve';
import { setShownHosts, shownHosts } from './shownHosts';

/** Whose material may be shown in place in texts. */
export function elsewhereRoutes(serve: Serve, { db }: Deps): void {
  serve(contract.getShownHosts, async () => ({ hosts: await shownHosts(db) }));
  serve(contract.saveShownHosts, async ({ body, req, session, now }) => {
    const host = req.get('host') ?? '';
    const own = [`https://${host}`, `http://${host}`];
    return { hosts: await setShownHosts(db, body.hosts, { own, by: session.personId, now }) };
  });
}
