import { RelayError } from '@coin-relay/core';
import { checkKept, KEPT_LIMIT } from '@coin-relay/formats/solid-kept';
import { raw, Router } from 'express';
import { HttpError } from '../http/http-error';
import type { SolidRepository } from './repository';

/** What bodies are sent and given back as. */
export const SOLID_TYPE = 'model/stl';

/** Bodies of pieces: looked over, kept as they are, and given back under their name. */
export function solidsRouter(solids: SolidRepository): Router {
  const router = Router();

  router.post('/', raw({ type: SOLID_TYPE, limit: KEPT_LIMIT }), (req, res) => {
    const bytes: unknown = req.body;
    if (!Buffer.isBuffer(bytes)) {
      throw new HttpError(415, 'not-a-solid', `Only binary STL is taken, sent as ${SOLID_TYPE}.`);
    }
    try {
      checkKept(bytes);
    } catch (error) {
      if (!(error instanceof RelayError)) throw error;
      throw new HttpError(error.code === 'solid-too-large' ? 413 : 415, 'not-a-solid', error.message);
    }
    res.status(201).json({ solid: solids.keep(bytes) });
  });

  router.get('/:hash', (req, res) => {
    const { hash } = req.params;
    const found = /^[a-f0-9]{64}$/.test(hash) ? solids.find(hash) : null;
    if (!found) throw new HttpError(404, 'solid-missing', 'There is no such solid.');
    res
      .type(SOLID_TYPE)
      .attachment(`${hash}.stl`)
      .set('Cache-Control', 'private, max-age=31536000, immutable')
      .send(found);
  });

  return router;
}
