import type {
  Bare,
  Border,
  Doubt,
  KeptChart,
  MotionFaults,
  NamingScheme,
  PackageOptions,
  ViewMeasure,
  ViewProof,
} from '@limber-sheaf/core';
import type { CastCard } from './cast/cast.service.js';
import type { CharacterState } from './edits/edit.service.js';
import type { CharacterThen, JournalCard } from './edits/journal.service.js';
import type { BroughtBack } from './handoff/bring-back.js';
import type { VersionsCompared } from './handoff/compare-versions.js';
import type { KeptTexture } from './handoff/handoff.tasks.js';
import type { HandOffCard } from './handoff/handoff.service.js';
import type { KeptSweep } from './joints/joints.service.js';
import type { HandedName } from './names/names.service.js';
import type { TrialPicture } from './trial/trial.tasks.js';
import type { MovingPicture } from './swaps/moving-picture.js';
import type { JobState } from './jobs/job.service.js';

/** A production, as the API tells of it. */
interface ProductionCard {
  id: string;
  name: string;
}

/** A naming scheme that a production keeps. */
interface KeptScheme {
  id: string;
  name: string;
  value: NamingScheme;
}

/** A chart that a production keeps. */
interface KeptChartCard {
  id: string;
  name: string;
  value: KeptChart;
}

/** A way to make a package that a production keeps. */
interface KeptPreset {
  id: string;
  name: string;
  value: PackageOptions;
}

/** All views of a character as they are compared, and the revision of which they speak. */
interface MeasuredViews {
  revision: number;
  views: { viewId: string; measure: ViewMeasure }[];
}

/**
 * What each operation of the API answers with, by its name: the description of the API is made from this. Whatever is not
 * listed answers with the character's new state.
 */
export interface Answers {
  'cast.productions': ProductionCard[];
  'cast.createProduction': ProductionCard;
  'cast.cards': CastCard[];
  'history.list': JournalCard[];
  'history.at': CharacterThen;
  'handOff.checks': ViewProof & { revision: number };
  'handOff.list': { versions: HandOffCard[]; job: JobState | null };
  'handOff.start': JobState;
  'handOff.compare': VersionsCompared;
  'handOff.sheet': string;
  'handOff.texture': KeptTexture;
  'swaps.movingPicture': MovingPicture;
  'stack.borders': Border[];
  'joints.sweeps': KeptSweep[];
  'under.bare': Bare[];
  'trial.faults': MotionFaults;
  'trial.show': TrialPicture;
  'turns.measures': MeasuredViews;
  'draft.doubts': Doubt[];
  'bringBack.look': BroughtBack;
  'charts.list': KeptChartCard[];
  'charts.keep': KeptChartCard[];
  'charts.change': KeptChartCard[];
  'charts.drop': KeptChartCard[];
  'schemes.list': KeptScheme[];
  'schemes.keep': KeptScheme[];
  'schemes.change': KeptScheme[];
  'schemes.drop': KeptScheme[];
  'presets.list': KeptPreset[];
  'presets.keep': KeptPreset[];
  'presets.change': KeptPreset[];
  'presets.drop': KeptPreset[];
  'names.handedOff': HandedName[];
  'jobs.job': JobState;
  'jobs.cancel': JobState;
  'health.check': { status: string; version: string; longestHold: number; memory: number };
  /** Everything else. */
  usual: CharacterState;
}
