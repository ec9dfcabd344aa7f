import { behind } from './behind';
import { bright } from './bright';
import { cautions } from './cautions';
import { chain } from './chain';
import type { Check } from './check';
import { fresh } from './fresh';
import { hard } from './hard';
import { holds } from './holds';
import { order } from './order';
import { people } from './people';
import { pots } from './pots';
import { rest } from './rest';
import { surface } from './surface';
import { weather } from './weather';

/** Everything that is looked at of each step. A new check is one more entry. */
export const CHECKS: readonly Check[] = [
  surface,
  behind,
  bright,
  pots,
  weather,
  holds,
  hard,
  fresh,
  people,
  chain,
  order,
  rest,
  cautions,
];
