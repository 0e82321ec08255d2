import { inject, Injectable } from '@angular/core';
import { RelayError } from '@coin-relay/core';
import { plainUpright } from '@coin-relay/model';
import type { MendProposal } from '@coin-relay/scene';
import {
  changeSide,
  setFit,
  setMotion,
  setSideways,
  setTravel,
  setTurning,
  setUpright,
} from '../document/commands';
import { JobStore } from '../document/job-store.service';

/** Does what findings propose; each is one step of undo. One for one job view. */
@Injectable()
export class Mending {
  private readonly store = inject(JobStore);

  /**
   * @param run the one whose row or path is mended
   * @returns why it cannot be mended so; empty where it is mended
   */
  async repair(proposal: MendProposal, run: string | null = null): Promise<string> {
    try {
      await this.mend(proposal, run);
      return '';
    } catch (error) {
      if (!(error instanceof RelayError)) throw error;
      return error.message;
    }
  }

  private async mend(proposal: MendProposal, run: string | null): Promise<void> {
    const { job } = this.store;
    switch (proposal.do) {
      case 'fit':
        if (run !== null) this.store.change(setFit(run, proposal.change));
        return;
      case 'sideways':
        this.store.change(setSideways(proposal.run, proposal.sideways));
        return;
      case 'upright': {
        const at = job?.runs.find(({ id }) => id === proposal.run);
        const plain = plainUpright(job?.paths.find(({ id }) => id === at?.path));
        if (at) this.store.change(setUpright(at.id, { ...(at.upright ?? plain), ...proposal.change }));
        return;
      }
      case 'side':
        this.store.change(changeSide(proposal.wheel));
        return;
      case 'travel':
        this.store.change(setTravel(proposal.run, proposal.travel, proposal.lap));
        return;
      case 'turning':
        this.store.change(setTurning(proposal.run, proposal.turning));
        return;
      case 'loop':
        this.store.change(setMotion({ frames: proposal.frames }));
        return;
      case 'round': {
        // What mends paths is loaded when one is to be mended.
        const { mend } = await import('../document/commands/mend');
        const on = job?.runs.find(({ id }) => id === run)?.path;
        const path = job?.paths.find(({ id }) => id === on);
        if (job && path) this.store.change(mend(job, path, proposal).command);
      }
    }
  }
}
