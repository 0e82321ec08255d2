import { checkFinite, RelayError } from '@coin-relay/core';
import {
  describeIssue,
  safeParseFirst,
  ExportBody,
  FitBody,
  FrameBody,
  JobBody,
  MeasureBody,
  PlaceBody,
} from '@coin-relay/model';
import type * as z from 'zod';
import { fitAnswer, measureAnswer, placeAnswer } from './answers';
import { checkAnswer } from './check-answer';
import { exportAnswer } from './export-answer';
import { frameAnswer, motionAnswer } from './motion-answers';
import { partsAnswer, placesAnswer } from './set-out-answers';

/** Bytes as text that JSON can carry (RFC 4648, 4). */
function base64Of(bytes: Uint8Array): string {
  let text = '';
  for (let i = 0; i < bytes.length; i += CHUNK) text += String.fromCharCode(...bytes.subarray(i, i + CHUNK));
  return btoa(text);
}

const CHUNK = 8_192;

/** A question that can be asked from outside: what it takes, and how it is answered. */
interface Question {
  readonly summary: string;
  readonly body: z.ZodType;
  /** @throws RelayError for whatever is wrong with what was given */
  readonly answer: (given: unknown) => Promise<object>;
}

const question = <T>(
  summary: string,
  body: z.ZodType<T>,
  answer: (given: T) => object | Promise<object>,
): Question => ({
  summary,
  body,
  answer: async (given) => {
    const read = safeParseFirst(body, given);
    if (read.success) return checkFinite(await answer(read.data), 'The calculation');
    const { field, message } = describeIssue(read.error);
    throw new RelayError('request-invalid', `The request cannot be used: ${field}: ${message}.`, { field });
  },
});

/** Every question that the server answers, by the name it has in its address. */
export const QUESTIONS = {
  measure: question('Length, tightest bend, corners and bounds of a path.', MeasureBody, ({ source }) =>
    measureAnswer(source),
  ),
  fit: question(
    'How many pieces go on a path, and what gives way.',
    FitBody,
    ({ source, request, ...also }) => fitAnswer(source, request, also),
  ),
  place: question('Where the pins of the fitted row are.', PlaceBody, ({ source, request, travel, frames }) =>
    placeAnswer(source, request, travel, frames),
  ),
  frame: question('All rows and wheels of a job at a frame of its loop.', FrameBody, ({ job, frame, run }) =>
    frameAnswer(job, frame, run),
  ),
  motion: question(
    'The loop of a job: travel, speeds, and until when all repeats.',
    JobBody,
    ({ job, run }) => motionAnswer(job, run),
  ),
  check: question('What the checks have to say of a job.', JobBody, ({ job, run }) => checkAnswer(job, run)),
  parts: question('How many of which piece a row of a job takes, and its mass.', JobBody, ({ job, run }) =>
    partsAnswer(job, run),
  ),
  places: question('Every place of a row of a job: where, which piece, and why.', JobBody, ({ job, run }) =>
    placesAnswer(job, run),
  ),
  export: question(
    'A job as one of the files it can be handed off as.',
    ExportBody,
    async ({ job, as, run, options }) => {
      const { content, ...file } = await exportAnswer(job, as, run, options);
      return typeof content === 'string'
        ? { ...file, text: content }
        : { ...file, base64: base64Of(content) };
    },
  ),
} as const satisfies Readonly<Record<string, Question>>;

export type QuestionName = keyof typeof QUESTIONS;
