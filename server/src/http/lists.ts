import type { Request } from 'express';
import { SentList } from '@crib/core/contract';
import { refuse } from '@crib/core/error';
import { MOST_BYTES } from '@crib/core/list';
import { takeListIn, type SentSource } from '../acts/lists.ts';
import type { ListReader } from '../lists/reader.ts';
import { HALF, sent } from './errors.ts';
import { Json, type ActHandlers } from './routes.ts';

/** Reading a list in: what it would do, and doing it. */
export function listRoutes(reader: ListReader) {
  return {
    'POST /api/releases/:id/list/preview': async (acting, { parts, req }) =>
      new Json(await reader.look(acting, parts.id, listIn(req))),
    'POST /api/releases/:id/list': async (acting, { parts, req, res }) => {
      const report = await takeListIn(acting, reader, parts.id, listIn(req));
      if (report.nothingToDo) res.locals['nothingAdded'] = true;
      return report;
    },
  } satisfies Partial<ActHandlers>;
}

/** The list of a request: the bytes of a file, or JSON with a text or bytes and the reader's decisions. */
function listIn(req: Request): SentSource {
  if (Buffer.isBuffer(req.body)) {
    const source = typeof req.query['source'] === 'string' ? req.query['source'] : '';
    return { ...sent(SentList, { source }), bytes: req.body };
  }
  // A text with a NUL in it is told by its line when it is read.
  const { text, ...rest } = (req.body ?? {}) as Record<string, unknown>;
  const { text: _none, base64, ...list } = sent(SentList, { ...rest, ...(text === undefined ? {} : { text: '' }) });
  if (text !== undefined && typeof text !== 'string') refuse('bad-request', 'text: send the list as text.');
  const bytes = base64 === undefined ? String(text ?? '') : Buffer.from(base64, 'base64');
  if (typeof bytes === 'string' && HALF.test(bytes))
    refuse('bad-request', 'The list contains an invalid character (lone surrogate). Remove it.');
  if (typeof bytes === 'string' && Buffer.byteLength(bytes) > MOST_BYTES)
    refuse('file-too-large', 'The list is larger than 10 MB. Split it into several lists.');
  return { ...list, bytes };
}
