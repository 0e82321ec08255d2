import { raw, Router } from 'express';
import { HttpError } from '../http/http-error';
import { pictureKind, type PictureRepository } from './repository';

/** Bytes of a reference picture at the most. */
export const PICTURE_LIMIT = 12_000_000;

/** Reference pictures: kept as they are, and given back under their name. */
export function picturesRouter(pictures: PictureRepository): Router {
  const router = Router();

  router.post('/', raw({ type: ['image/png', 'image/jpeg'], limit: PICTURE_LIMIT }), (req, res) => {
    const bytes: unknown = req.body;
    const kind = Buffer.isBuffer(bytes) ? pictureKind(bytes) : null;
    if (!Buffer.isBuffer(bytes) || kind === null) {
      throw new HttpError(
        415,
        'not-a-picture',
        'Only PNG and JPEG pictures are taken. Save it as one of these.',
      );
    }
    res.status(201).json({ picture: pictures.keep(kind, bytes), kind });
  });

  router.get('/:hash', (req, res) => {
    const { hash } = req.params;
    const found = /^[a-f0-9]{64}$/.test(hash) ? pictures.find(hash) : null;
    if (!found) throw new HttpError(404, 'picture-missing', 'There is no such picture.');
    res.type(found.kind).set('Cache-Control', 'private, max-age=31536000, immutable').send(found.bytes);
  });

  return router;
}
