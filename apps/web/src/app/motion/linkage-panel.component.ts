import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import {
  anchorAt,
  formatLength,
  measureAt,
  tieAt,
  type Anchor,
  type AnchorOn,
  type Machine,
  type Tie,
} from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzInputDirective } from 'ng-zorro-antd/input';
import { putAnchor, putMeasure, putTie, removeAnchor, removeMeasure, removeTie } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { JobContext } from '../session/job-context.service';
import { AnchorWork, type PickFor } from '../picking/anchor-work.service';
import { Playback } from '../session/playback.service';
import { LengthFieldComponent } from '../shared/length-field.component';
import { DrivenFieldsComponent } from '../shared/driven-fields.component';
import { AnchorFieldsComponent } from './anchor-fields.component';
import { MotionView } from '../engine/motion-view.service';
import { SpringFieldsComponent } from './spring-fields.component';
import { FoldComponent } from '../shared/fold.component';

/** Anchors, and the springs, ropes and measures between them, as they stand at the frame shown. */
@Component({
  selector: 'relay-linkage-panel',
  imports: [
    NzInputDirective,
    NzButtonComponent,
    FoldComponent,
    AnchorFieldsComponent,
    DrivenFieldsComponent,
    LengthFieldComponent,
    SpringFieldsComponent,
  ],
  templateUrl: './linkage-panel.component.html',
  styleUrls: ['../shared/step.less', './linkage-panel.component.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LinkagePanelComponent {
  private readonly store = inject(JobStore);
  private readonly context = inject(JobContext);
  private readonly work = inject(AnchorWork);
  private readonly motion = inject(MotionView);
  private readonly position = toSignal(inject(Playback).position$, { requireSync: true });
  protected readonly job = toSignal(this.store.job$);
  protected readonly chosen = toSignal(this.context.anchor$, { initialValue: null });
  protected readonly picking = toSignal(this.work.picking$, { initialValue: null });
  protected readonly picks: readonly { readonly what: PickFor; readonly words: string }[] = [
    { what: 'spring', words: 'a spring' },
    { what: 'rope', words: 'a rope' },
    { what: 'measure', words: 'a measure' },
    { what: 'anchor', words: 'an anchor' },
  ];
  protected readonly ties = computed(() => {
    const [machine, job, { frame }] = [this.motion.machine(), this.job(), this.position()];
    return (job?.ties ?? []).map((tie) => ({
      tie,
      spring: tie.is.kind === 'spring' ? tie.is : null,
      rope: tie.is.kind === 'rope' ? tie.is : null,
      now: machine && job ? stateWords(machine, tie, frame) : '',
    }));
  });
  protected readonly measures = computed(() => {
    const [machine, job, { frame }] = [this.motion.machine(), this.job(), this.position()];
    return (job?.measures ?? []).map((measure) => {
      const value = machine ? measureAt(machine, measure, frame) : null;
      return { measure, value: value === null || !job ? '–' : formatLength(value, job.unit) };
    });
  });
  protected readonly anchors = computed(() => {
    const [machine, job, { frame }] = [this.motion.machine(), this.job(), this.position()];
    return (job?.anchors ?? []).map((anchor) => {
      const at = machine ? anchorAt(machine, anchor.id, frame) : null;
      return {
        anchor,
        lifted: at?.z !== undefined,
        at:
          at && job
            ? [at.x, at.y, ...(at.z === undefined ? [] : [at.z])]
                .map((value) => formatLength(value, job.unit))
                .join(', ')
            : '–',
      };
    });
  });

  /** Whether any of them is not in the drawing. */
  protected readonly lifted = computed(() => this.anchors().some(({ lifted }) => lifted));

  protected pick(what: PickFor): void {
    this.work.ask(this.picking()?.what === what ? null : what);
  }

  protected choose(id: string): void {
    this.context.selectAnchor(this.chosen() === id ? null : id);
  }

  protected putOn(anchor: Anchor, on: AnchorOn): void {
    this.store.change(putAnchor({ ...anchor, on }));
  }

  protected renameAnchor(anchor: Anchor, text: string): void {
    const name = text.trim().slice(0, 80);
    if (name !== '') this.store.change(putAnchor({ ...anchor, name }));
  }

  protected dropAnchor(id: string): void {
    this.store.change(removeAnchor(id));
  }

  protected put(tie: Tie, is: Tie['is']): void {
    this.store.change(putTie({ ...tie, is }));
  }

  protected renameTie(tie: Tie, text: string): void {
    const name = text.trim().slice(0, 80);
    if (name !== '') this.store.change(putTie({ ...tie, name }));
  }

  protected drop(id: string): void {
    this.store.change(removeTie(id));
  }

  protected renameMeasure(id: string, text: string): void {
    const measure = this.job()?.measures?.find((entry) => entry.id === id);
    const name = text.trim().slice(0, 80);
    if (measure && name !== '') this.store.change(putMeasure({ ...measure, name }));
  }

  protected dropMeasure(id: string): void {
    this.store.change(removeMeasure(id));
  }
}

function stateWords(machine: Machine, tie: Tie, frame: number): string {
  const at = tieAt(machine, tie, frame);
  if (!at) return 'an anchor of it is not there';
  const span = formatLength(at.span, machine.job.unit);
  if (at.rope) return at.rope.reaches ? `${span} from end to end` : `▲ ${span} apart: it does not reach`;
  if (!at.spring) return span;
  const { ratio, force, state } = at.spring;
  const push = force === null ? '' : `, ${force < 0 ? 'pulls' : 'pushes'} ${Math.abs(force).toFixed(1)} N`;
  const warn =
    state === 'solid' ? '▲ shorter than solid: ' : state === 'too-long' ? '▲ longer than its limit: ' : '';
  return `${warn}${span}, ${(100 * ratio).toFixed(1)} % of free${push}`;
}
