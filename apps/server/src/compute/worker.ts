import { parentPort } from 'node:worker_threads';
import { RelayError } from '@coin-relay/core';
import type { TaskMessage, TaskReply } from './executor';
import { QUESTIONS } from '@coin-relay/answers';

parentPort?.on('message', ({ id, name, body }: TaskMessage) => {
  let reply: TaskReply;
  try {
    reply = { id, answer: QUESTIONS[name].answer(body) };
  } catch (error) {
    const known = error instanceof RelayError ? error : null;
    reply = { id, error: known && { code: known.code, message: known.message, subject: known.subject } };
  }
  parentPort?.postMessage(reply);
});
