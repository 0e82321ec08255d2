import { Injectable } from '@angular/core';
import { FitWorker } from './fit-worker.service';

/** A thread of its own for what is worked out ahead, so that fits do not wait for it. */
@Injectable({ providedIn: 'root' })
export class FramesWorker extends FitWorker {}
