import pg from 'pg';

/** How long until a lost connection is tried again. */
const AGAIN_MS = 1000;

/**
 * Hears what acts of any process tell when they are done (NOTIFY crib), on a connection of its own that is made anew when it
 * is lost; `missed` is called then, since something may have been told meanwhile.
 */
export function listen(connectionString: string, heard: (payload: string) => void, missed: () => void): () => void {
  let client: pg.Client | null = null;
  let ended = false;
  let first = true;
  async function connect() {
    const made = new pg.Client({ connectionString, keepAlive: true });
    client = made;
    const lost = () => {
      if (client !== made) return;
      client = null;
      void made.end().catch(() => {});
      if (!ended) setTimeout(() => void connect(), AGAIN_MS).unref();
    };
    made.on('error', lost);
    made.on('end', lost);
    made.on('notification', ({ payload }) => payload && heard(payload));
    try {
      await made.connect();
      await made.query('LISTEN crib');
      if (!first) missed();
      first = false;
    } catch {
      lost();
    }
  }
  void connect();
  return () => {
    ended = true;
    void client?.end().catch(() => {});
  };
}
