import type { CharacterDoc, Check, JointProof } from '@limber-sheaf/core';

export interface Production {
  id: string;
  name: string;
}

export interface CastCard {
  id: string;
  name: string;
  code: string;
  deleted: boolean;
  picture: string | null;
  width: number;
  height: number;
  pieces: number;
  joints: number;
  rounded: number;
  untaken: number;
  designArea: number;
  handOffs: number;
}

export interface CharacterState {
  doc: CharacterDoc;
  revision: number;
  undo: string | null;
  redo: string | null;
  summary?: string;
  notes?: string[];
}

export interface ViewProof {
  checks: Check[];
  joints: JointProof[];
  revision: number;
}

export interface JobState {
  id: string;
  state: 'waiting' | 'running' | 'done' | 'failed' | 'cancelled';
  share: number;
  doing: string;
  result: { handOffId: string; number: number; name: string } | null;
  sentence: string | null;
}

export interface HandOffList {
  versions: {
    id: string;
    number: number;
    name: string;
    createdAt: string;
    revision: number;
    checks: { id: string; ok: boolean }[];
  }[];
  job: JobState | null;
}
