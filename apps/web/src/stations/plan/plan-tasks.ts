import { bodyFrame, coverageOf, type BodyFrame } from '@limber-sheaf/core';
import { picture } from '../../bench/worker/pictures';

export const planTasks = {
  /** The landmarks of a standing figure; null for an empty design. */
  async frameOf(designBlob: string): Promise<BodyFrame | null> {
    return bodyFrame(coverageOf(await picture(designBlob)));
  },
};
