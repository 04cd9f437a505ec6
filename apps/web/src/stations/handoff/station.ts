import type { Station } from '../../bench/station';
import { HandOffLedger } from './HandOffLedger';
import { PartsSheet } from './PartsSheet';

export const station: Station = { Ledger: HandOffLedger, Front: PartsSheet, actions: [], stores: [] };
