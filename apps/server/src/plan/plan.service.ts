import {
  LimberError,
  changeCharacter,
  enlargeCanvas,
  planFaults,
  viewById,
  type Enlargement,
  type NamingScheme,
  type Plan,
} from '@limber-sheaf/core';
import { PNG_LIMITS } from '@limber-sheaf/formats';
import { Injectable } from '@nestjs/common';
import { characterOf } from '../data/document-store.js';
import { HandOff } from '../data/models.js';
import { EditService, type CharacterState, type EditContext } from '../edits/edit.service.js';
import { taskFile } from '../threads/task.js';
import { Threads } from '../threads/threads.js';

const tasks = taskFile<typeof import('./plan.tasks.js')>(new URL('./plan.tasks.js', import.meta.url));

/** What is to move, how large, and in which views. */
@Injectable()
export class PlanService {
  constructor(
    private readonly edits: EditService,
    private readonly threads: Threads,
  ) {}

  /** Sets the whole plan. @throws LimberError `bad-plan` */
  setPlan(characterId: string, context: EditContext, plan: Plan, word = 'Change the plan'): Promise<CharacterState> {
    const [fault] = planFaults(plan);
    if (fault) throw new LimberError('bad-plan', fault);
    return this.edits.run(characterId, context, (doc) => ({
      kind: 'set-plan',
      summary: word,
      diff: changeCharacter(doc, { plan }),
    }));
  }

  /** How the sides are told apart in names. */
  setSides(characterId: string, context: EditContext, sides: NamingScheme['sides']): Promise<CharacterState> {
    return this.edits.run(characterId, context, (doc) => ({
      kind: 'set-sides',
      summary: `Tell sides apart by ${sides === 'letters' ? 'letters' : sides === 'near-far' ? 'near and far' : 'left and right'}`,
      diff: changeCharacter(doc, { scheme: { ...doc.character.scheme, sides } }),
    }));
  }

  /** Enlarges a canvas, while nothing has been handed off that it would break. @throws LimberError `handed-off`, `too-large` */
  async enlarge(viewId: string, context: EditContext, by: Enlargement): Promise<CharacterState> {
    const characterId = await characterOf('view', viewId);
    if ((await HandOff.count({ where: { characterId } })) > 0)
      throw new LimberError(
        'handed-off',
        'This character has been handed off: another canvas would break the rig.',
        'Draw within the canvas, or start a copy of the character.',
      );
    return this.edits.run(characterId, context, async (doc) => {
      const view = viewById(doc, viewId);
      const width = view.width + by.left + by.right;
      const height = view.height + by.top + by.bottom;
      if (by.left + by.top + by.right + by.bottom === 0)
        throw new LimberError('nothing-there', 'There is no room to add.');
      if (width > PNG_LIMITS.side || height > PNG_LIMITS.side || width * height > PNG_LIMITS.pixels)
        throw new LimberError('too-large', `The canvas would be ${width} × ${height} px, larger than is kept.`);
      const design = await this.threads.run(tasks, 'enlarge', { doc, viewId, by }, context);
      return {
        kind: 'enlarge-canvas',
        summary: `Enlarge the canvas to ${width} × ${height} px`,
        diff: enlargeCanvas(doc, viewId, by, { designBlob: design.blob }),
      };
    });
  }
}
