import type { OwnBank } from './instrument-list';

/** The banks of one's own that are kept beside the songs. */
class OwnBanks {
  all = $state.raw<readonly OwnBank[]>([]);
}
export const ownBanks = new OwnBanks();
