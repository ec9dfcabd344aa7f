import type { FaceProposals, Job, Library, NestInput, NestLayout, Shop } from '@nelbo/core';

/** What a page asks of a worker, and what it answers. */
export type HeavyRequest =
  | { readonly kind: 'propose'; readonly job: Job; readonly library: Library; readonly shop: Shop }
  | { readonly kind: 'nest'; readonly input: NestInput; readonly budgetMs: number };

export type HeavyAnswer =
  | { readonly kind: 'proposals'; readonly faces: readonly FaceProposals[]; readonly ms: number }
  | { readonly kind: 'nested'; readonly layout: NestLayout; readonly tried: number; readonly share: number; readonly done: boolean };
