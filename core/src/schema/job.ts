import type { ValueOf, Written } from './document-of';
import type { JOB_FIELDS } from './job-fields';

export type { Written } from './document-of';

/** The technical description of a job. `JobDocument` is as it stands in a file; `Job` is what it says, in SI. */
export type JobOf<Q> = ValueOf<typeof JOB_FIELDS, Q>;
export type JobDocument = JobOf<Written>;
export type Job = JobOf<number>;

/** Of a list, what it holds. */
type Each<L> = L extends readonly (infer T)[] ? T : never;

/** One dated discovery of how far the damage goes. */
export type Finding<Q = number> = Each<JobOf<Q>['damage']['findings']>;
/** How an outline was taken off a photograph. */
export type Tracing<Q = number> = NonNullable<Finding<Q>['tracing']>;
/** A place on a photograph, as shares of its width. */
export type Spot<Q = number> = Each<Tracing<Q>['spots']>;
/** A tap or a moisture reading at a place of the outline. */
export type Reading<Q = number> = Each<JobOf<Q>['damage']['readings']>;
/** Something on the hull that the ground has to reckon with, in the frame of the findings. */
export type Obstacle<Q = number> = Each<JobOf<Q>['obstacles']>;
/** A ply as found in the old hull, or as wanted in the new one. */
export type PlyChoice = Each<Job['hull']['plies']>;
/** A stringer, floor, bulkhead or core end that is tabbed to the hull. */
export type Member<Q = number> = Each<JobOf<Q>['structure']>;
/** What was asked for, link by link; what is not named is left to the match. */
export type SystemChoice = NonNullable<Job['system']>;
/** Gaps under an edge, read in one go. */
export type FairingRound<Q = number> = Each<NonNullable<JobOf<Q>['fairing']>['rounds']>;
/** A paste and its mass per mass of base. */
export type PasteShare<Q = number> = Each<NonNullable<JobOf<Q>['colour']>['recipe']>;
/** A colour as L*a*b* under D65. */
export type LabValues<Q = number> = Pick<Each<NonNullable<JobOf<Q>['colour']>['readings']>, 'L' | 'a' | 'b'>;

export type Shape = Finding['shape'] & string;
export type Extent = Finding['extent'];
export type FindingMethod = Finding['method'] & string;
export type LayOrder = NonNullable<Job['laminate']>['order'] & string;
/** Which face is ground and laid up: the one that is seen, the one within the boat, or both to mid-thickness. */
export type TaperSide = NonNullable<Job['taper']>['side'] & string;
/** The face that one ply is laid on. */
export type Face = PlyChoice['side'] & string;
/** How a ply lies: along the hull is 0. */
export type Way = PlyChoice['way'] & string;
export type ObstacleKind = Obstacle['kind'];
export type MemberKind = Member['kind'];

type Check = Each<NonNullable<Job['check']>['items']>;
/** What is looked at before a finish is handed over, and how it stands. */
export type CheckId = Check['check'];
export type CheckResult = Check['result'] & string;
