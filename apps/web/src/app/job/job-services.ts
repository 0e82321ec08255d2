import type { Provider } from '@angular/core';
import { Findings } from '../engine/findings.service';
import { Mending } from '../session/mending.service';
import { JobStore } from '../document/job-store.service';
import { FitService } from '../engine/fit.service';
import { MachineView } from '../engine/machine-view.service';
import { MotionView } from '../engine/motion-view.service';
import { AnchorWork } from '../picking/anchor-work.service';
import { Playback } from '../session/playback.service';
import { JobContext } from '../session/job-context.service';
import { RunAtWork } from '../session/run-at-work.service';
import { PlaceChoice } from '../session/place-choice.service';
import { SpotPicks } from '../session/spot-picks.service';
import { PathWork } from '../session/path-work.service';
import { MeasuredPaths } from '../engine/measured-paths.service';
import { JobKeys } from './job-keys.service';
import { SetOutWork } from '../set-out/set-out-work.service';
import { FirstJob } from '../first-job/first-job.service';
import { KeptSettings } from '../session/kept-setting.service';
import { DroppedCounts } from '../session/dropped-counts.service';
import { PathMarks } from '../picking/path-marks.service';
import { Unsettled } from '../engine/unsettled.service';

/** What stands behind a job view: one of each for one view. */
export const JOB_SERVICES: readonly Provider[] = [
  Findings,
  Mending,
  JobStore,
  FitService,
  MachineView,
  MotionView,
  AnchorWork,
  Playback,
  JobContext,
  RunAtWork,
  PlaceChoice,
  PathWork,
  SpotPicks,
  MeasuredPaths,
  JobKeys,
  SetOutWork,
  PathMarks,
  Unsettled,
  DroppedCounts,
  FirstJob,
  KeptSettings,
];
