import { words } from '../../trace/words';
import type { RepairBuilder } from '../builder';

/** A valve: its parts are looked at before anything is glued. @returns whether it leaks at its seat, so that fabric is glued round it */
export function planValve(b: RepairBuilder): boolean {
  const { valve } = b.input.job.damage;
  const sheet = b.at('mix').ask('damage.valve', 'cap');
  if (valve === 'seat') return true;
  const thread = valve === 'thread';
  b.step('mix', 'takeOff', thread ? 'valve' : 'cap', { place: 'valve', serves: 'valve' }, 10)
    .step('mix', 'putBack', thread ? 'valve' : 'ring', { place: 'valve', serves: 'valve' }, 15)
    .step('mix', 'test', 'valve', { place: 'valve', serves: 'valve' }, 10);
  b.material(
    'valve',
    thread ? 'valve body with nut and ring' : 'ring and spring of the valve',
    'in place of the old',
    b.assumed('valve.parts', 'parts', 1, 'count', 'as found'),
  );
  sheet.say(
    words`${thread ? 'Tighten or change the valve body' : 'Clean the valve and change its ring or spring'}: nothing is glued.`,
  );
  sheet.note(
    ['A valve that leaks again after cleaning is changed: it costs less than a second search.'],
    ['Glue in a thread blocks the next change: none.'],
  );
  return false;
}
