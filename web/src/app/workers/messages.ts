import type {
  Clock,
  CureForecast,
  FaceProposals,
  Job,
  JobDocument,
  Library,
  Shop,
  Timeline,
} from '@nelbo/core';
import type { HelpProgress, LoggerFile } from '@nelbo/core/cure';
import type { FillerChoice, RecipeAnswer, RecipeQuestion, SystemOption, WayChoice } from '@nelbo/core/finish';
import type { NestInput, NestLayout } from '@nelbo/core/papers';

/** One saved state of a job. */
export interface StoredVersion {
  readonly id: string;
  readonly version: number;
  readonly document: JobDocument;
}

/** A boat of several places, and the one that is looked at. */
export interface BoatAsked {
  readonly document: JobDocument;
  readonly place: string;
}

/** What a page asks of a worker, and what it answers. */
export type HeavyRequest =
  | { readonly kind: 'propose'; readonly job: Job; readonly library: Library; readonly shop: Shop }
  | {
      readonly kind: 'cure';
      readonly job: Job;
      /** The boat with all its places, where it has several, and the one that is looked at. */
      readonly boat?: BoatAsked;
      readonly library: Library;
      readonly shop: Shop;
      readonly clock: Clock;
    }
  | {
      readonly kind: 'help';
      readonly job: Job;
      readonly library: Library;
      readonly shop: Shop;
      readonly clock: Clock;
    }
  | {
      readonly kind: 'fillers';
      readonly job: Job;
      readonly library: Library;
      readonly shop: Shop;
      readonly clock: Clock;
    }
  | {
      readonly kind: 'ways';
      readonly job: Job;
      readonly library: Library;
      readonly shop: Shop;
      readonly clock: Clock;
    }
  | {
      readonly kind: 'systems';
      readonly job: Job;
      readonly library: Library;
      readonly shop: Shop;
      readonly clock: Clock;
    }
  | {
      readonly kind: 'yard';
      readonly jobs: readonly StoredVersion[];
      readonly library: Library;
      readonly shop: Shop;
      readonly clock: Clock;
    }
  | { readonly kind: 'colour'; readonly question: RecipeQuestion }
  | { readonly kind: 'logger'; readonly text: string; readonly timeZone: string }
  | { readonly kind: 'nest'; readonly input: NestInput; readonly budgetMs: number };

export type HeavyAnswer =
  | { readonly kind: 'proposals'; readonly faces: readonly FaceProposals[]; readonly ms: number }
  | {
      readonly kind: 'cure';
      readonly share: number;
      readonly forecast?: CureForecast;
      /** Of every place of the boat, where it has several, by its id. */
      readonly all?: ReadonlyMap<string, CureForecast>;
      readonly ms?: number;
      readonly done: boolean;
    }
  | {
      readonly kind: 'yard';
      readonly id: string;
      readonly version: number;
      /** Absent where nothing can be planned. */
      readonly timeline?: Timeline;
      readonly done: boolean;
    }
  | { readonly kind: 'help'; readonly progress: HelpProgress; readonly ms: number }
  | { readonly kind: 'fillers'; readonly choices: readonly FillerChoice[] }
  | { readonly kind: 'ways'; readonly choices: readonly WayChoice[] }
  | { readonly kind: 'systems'; readonly options: readonly SystemOption[] }
  | { readonly kind: 'colour'; readonly share: number; readonly answer?: RecipeAnswer; readonly ms?: number }
  | { readonly kind: 'logger'; readonly file: LoggerFile }
  | {
      readonly kind: 'nested';
      readonly layout: NestLayout;
      readonly tried: number;
      readonly share: number;
      readonly done: boolean;
    };
