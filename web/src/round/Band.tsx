import type { Schemas } from '../api/client';
import { Morning } from './Morning';
import { Tonight } from './Tonight';

/** On top of the Round: the night behind and the night ahead, the one of this half of the day first. */
export function Band({ round: { morning, tonight, part, today } }: { round: Schemas['RoundAnswer'] }) {
  const early = part === 'morning';
  const night = tonight && <Tonight key="tonight" tonight={tonight} today={today} folded={early} />;
  const behind = morning && <Morning key="morning" morning={morning} today={today} folded={!early} />;
  return early ? [behind, night] : [night, behind];
}
