import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { drivenBy, groundStrand, isSteady, phasesInLoop } from '@coin-relay/core';
import { breathHeld, formatLength, MOST_FRAMES, profileHeld, tiesHeld, trainHeld } from '@coin-relay/model';
import type { MendProposal } from '@coin-relay/scene';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzRadioModule } from 'ng-zorro-antd/radio';
import { Findings } from '../../engine/findings.service';
import { Mending } from '../../session/mending.service';
import { setBody, setMotion } from '../../document/commands';
import { JobContext } from '../../session/job-context.service';
import { JobStore } from '../../document/job-store.service';
import { BreathPanelComponent } from '../../motion/breath-panel.component';
import { LinkagePanelComponent } from '../../motion/linkage-panel.component';
import { MotionProfilePanelComponent } from '../../motion/motion-profile-panel.component';
import { MotionGraphsComponent } from '../../motion/motion-graphs.component';
import { MotionView } from '../../engine/motion-view.service';
import { SpeedsPanelComponent } from '../../motion/speeds-panel.component';
import { TrainPanelComponent } from '../../motion/train-panel.component';
import { TurningPanelComponent } from '../../motion/turning-panel.component';
import { TurnsPanelComponent } from '../../motion/turns-panel.component';
import { Playback } from '../../session/playback.service';
import { CountFieldComponent } from '../../shared/count-field.component';
import { NumberFieldComponent } from '../../shared/number-field.component';
import { FoldComponent } from '../../shared/fold.component';
import { HoldsDirective } from '../../shared/holds.directive';
import { NzProgressComponent } from 'ng-zorro-antd/progress';
import { TroubleComponent } from '../../shared/trouble.component';

/** The loop: its frames, how fast the row runs in it, and what a viewer would see wrongly. */
@Component({
  selector: 'relay-motion-step',
  imports: [
    TroubleComponent,
    NzProgressComponent,
    HoldsDirective,
    NzButtonComponent,
    FoldComponent,
    NzRadioModule,
    BreathPanelComponent,
    CountFieldComponent,
    LinkagePanelComponent,
    MotionProfilePanelComponent,
    MotionGraphsComponent,
    NumberFieldComponent,
    SpeedsPanelComponent,
    TrainPanelComponent,
    TurningPanelComponent,
    TurnsPanelComponent,
  ],
  template: `
    @if (job(); as j) {
      <div class="line">
        <span class="what">Frames a second</span>
        <relay-count-field
          label="Frames a second"
          [value]="j.motion.framesPerSecond"
          [most]="240"
          (changed)="rate($event)"
        />
      </div>
      <div class="line">
        <span class="what">The loop</span>
        <relay-count-field
          label="Frames in the loop"
          [value]="j.motion.frames"
          [most]="mostFrames"
          (changed)="frames($event)"
        />
        <span>frames,</span>
        <relay-number-field
          label="Seconds in the loop"
          [value]="j.motion.frames / j.motion.framesPerSecond"
          suffix="s"
          [least]="0.001"
          [most]="mostFrames / j.motion.framesPerSecond"
          (changed)="seconds($event)"
        />
      </div>
      @if (problem(); as words) {
        <relay-trouble>▲ {{ words }} Until then every row runs by itself.</relay-trouble>
      }
      @if (preparing() !== null) {
        <p class="cost" role="status">Working out the frames: {{ preparing() }} %</p>
        <nz-progress [nzPercent]="preparing() ?? 0" [nzShowInfo]="false" nzSize="small" aria-hidden="true" />
      }
      @if (stands(); as words) {
        <p class="cost">{{ words }}</p>
      } @else {
        <relay-speeds-panel />
        <relay-turning-panel />
        @for (finding of findings(); track finding.kind) {
          <p class="warning-text">
            ▲ {{ finding.text }}
            @if (finding.mend; as mend) {
              <button nz-button nzType="link" type="button" (click)="repair(mend)">{{ mend.words }}</button>
            }
          </p>
        }
        <p class="cost">{{ phases() }}</p>
      }
      @for (finding of ofMachine(); track finding.text) {
        <p class="warning-text">
          ▲ {{ finding.text }}
          @if (finding.mend; as mend) {
            <button nz-button nzType="link" type="button" (click)="repair(mend)">{{ mend.words }}</button>
          }
          @if (finding.frame !== null) {
            <button nz-button nzType="link" type="button" (click)="show(finding.frame)">look at it</button>
          }
        </p>
      }
      @if (!stands()) {
        <relay-fold heading="Rests, eases, to and fro" [now]="held().profile">
          <ng-template>
            <relay-motion-profile-panel />
          </ng-template>
        </relay-fold>
        <relay-fold heading="What drives it" [now]="held().train">
          <ng-template>
            <relay-train-panel />
          </ng-template>
        </relay-fold>
        <relay-fold heading="Wheels" [open]="true">
          <ng-template>
            <relay-turns-panel />
            @if (canDrive()) {
              <nz-radio-group
                aria-label="What moves"
                [relayHolds]="drives()"
                (told)="drive($event)"
                nzName="what-moves"
              >
                <label nz-radio [nzValue]="false">the loop, in its place</label>
                <label nz-radio [nzValue]="true">the body, over the ground</label>
              </nz-radio-group>
              @if (drives()) {
                <p class="cost">{{ driveWords() }}</p>
              }
            }
          </ng-template>
        </relay-fold>
        <relay-fold heading="Breathing" [now]="held().breath">
          <ng-template>
            <relay-breath-panel />
          </ng-template>
        </relay-fold>
      }
      <relay-fold heading="Springs, ropes and measures" [now]="held().ties" [open]="hasLinkage()">
        <ng-template>
          <relay-linkage-panel />
        </ng-template>
      </relay-fold>
      <relay-fold heading="Graphs">
        <ng-template>
          @defer (on immediate) {
            <relay-motion-graphs />
          }
        </ng-template>
      </relay-fold>
    }
  `,
  styleUrls: ['../../shared/step.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MotionStepComponent {
  private readonly store = inject(JobStore);
  private readonly motion = inject(MotionView);
  private readonly playback = inject(Playback);
  private readonly context = inject(JobContext);
  protected readonly mostFrames = MOST_FRAMES;
  protected readonly job = toSignal(this.store.job$);
  /** Graphs are drawn once they are looked at. */
  private readonly checks = inject(Findings);
  private readonly mending = inject(Mending);
  protected readonly findings = this.checks.ofMotion;
  /** That it cannot run is said at the top of the step. */
  protected readonly ofMachine = computed(() =>
    this.checks.ofMachine().filter(({ kind }) => kind !== 'cannot-run'),
  );
  protected readonly problem = this.motion.problem;
  protected readonly preparing = computed(() => {
    const part = this.motion.preparing();
    return part === null ? null : Math.floor(100 * part);
  });
  /** What of the folded parts holds now. */
  protected readonly held = computed(() => {
    const [job, run] = [this.motion.machine()?.job, this.motion.run()?.id ?? ''];
    return job
      ? {
          profile: profileHeld(job, run),
          train: trainHeld(job, run),
          breath: breathHeld(job, run),
          ties: tiesHeld(job),
        }
      : { profile: '', train: '', breath: '', ties: '' };
  });
  protected readonly hasLinkage = computed(() => {
    const { ties, anchors, measures } = this.job() ?? {};
    return [ties, anchors, measures].some((list) => (list?.length ?? 0) > 0);
  });
  protected readonly drives = computed(() => {
    const run = this.motion.run();
    return run !== null && this.job()?.motion.body?.run === run.id;
  });
  private readonly strand = computed(() => {
    const view = this.motion.view();
    return view ? groundStrand(view.fit) : null;
  });
  protected readonly canDrive = computed(() => this.strand() !== null);
  protected readonly driveWords = computed(() => {
    const [view, facts, strand] = [this.motion.view(), this.motion.facts(), this.strand()];
    if (!view || !facts || !strand) return '';
    const far = formatLength(Math.abs(drivenBy(view.fit, strand, facts.travel)), view.job.unit);
    return `On its lowest strand, which stands still on the ground. It drives ${far} in the loop, and is there as it was at its start.`;
  });
  protected readonly stands = computed(() => {
    const [view, facts] = [this.motion.view(), this.motion.facts()];
    if (!view || !facts) return 'The row does not fit yet: there is nothing to move.';
    if (facts.moves) return '';
    return view.fit.sections
      ? 'The row stands still: it could not travel and still meet its places. Meet none, and it runs.'
      : 'The row stands still: its links cannot pass. The check step says where.';
  });
  protected readonly phases = computed(() => {
    const [view, facts] = [this.motion.view(), this.motion.facts()];
    if (!view || !facts || facts.travel === 0) return '';
    const { frames } = view.job.motion;
    if (!facts.seamless) return `All ${frames} frames are different, and frame ${frames} is not frame 0.`;
    if (!isSteady(facts.manner)) return `Frame ${frames} is frame 0.`;
    if (!Number.isInteger(facts.travel / facts.repeat)) return '';
    const many = phasesInLoop(frames, Math.round(facts.travel / facts.repeat));
    return `${many === frames ? `All ${many}` : `${many} of ${frames}`} frames are different; frame ${frames} is frame 0.`;
  });

  protected frames(frames: number): void {
    this.store.change(setMotion({ frames }));
  }

  protected rate(framesPerSecond: number): void {
    this.store.change(setMotion({ framesPerSecond }));
  }

  protected drive(body: boolean): void {
    const run = this.motion.run();
    if (!run) return;
    this.store.change(setBody(body ? run.id : null));
    // What drives off is seen all the way.
    this.context.showAll();
  }

  protected show(frame: number): void {
    this.playback.scrub(frame);
  }

  /** The nearest whole number of frames. */
  protected seconds(seconds: number): void {
    const rate = this.job()?.motion.framesPerSecond ?? 24;
    this.frames(Math.max(1, Math.min(MOST_FRAMES, Math.round(seconds * rate))));
  }

  protected repair(proposal: MendProposal): void {
    void this.mending.repair(proposal);
  }
}
