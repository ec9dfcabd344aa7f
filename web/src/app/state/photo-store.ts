import { HttpEventType } from '@angular/common/http';
import { Injectable, inject } from '@angular/core';
import {
  BehaviorSubject,
  EMPTY,
  Subject,
  catchError,
  filter,
  map,
  merge,
  of,
  switchMap,
  tap,
  type Observable,
} from 'rxjs';
import { Api, failureOf, type Photo } from '../api/api';
import { Live } from './live';
import { newId } from './new-id';

export interface Sending {
  readonly name: string;
  /** 0–1; 1 while the server makes it small. */
  readonly share: number;
}

/** Photographs of one open job. They live on the server: without it none can be added or seen. */
@Injectable()
export class PhotoStore {
  readonly #api = inject(Api);
  readonly #live = inject(Live);
  readonly #job = new BehaviorSubject('');
  readonly #again = new Subject<void>();
  readonly #sending = new BehaviorSubject<Sending | undefined>(undefined);
  readonly #failure = new BehaviorSubject('');
  readonly sending$: Observable<Sending | undefined> = this.#sending;
  readonly failure$: Observable<string> = this.#failure;
  readonly photos$: Observable<readonly Photo[]> = this.#job.pipe(
    filter((id) => id !== ''),
    switchMap((id) =>
      merge(
        of(undefined),
        this.#again,
        this.#live.changes$.pipe(filter((c) => c.kind === 'photos' && c.id === id)),
      ).pipe(switchMap(() => this.#api.photos(id).pipe(catchError(() => EMPTY)))),
    ),
  );

  open(jobId: string): void {
    this.#job.next(jobId);
  }

  url(id: string): string {
    return this.#api.photoUrl(id);
  }

  /** Sends a photograph. @returns its id once the server has it; nothing where it was refused (the failure says why) */
  add(file: File): Observable<string> {
    const id = newId();
    this.#failure.next('');
    this.#sending.next({ name: file.name, share: 0 });
    return this.#api.addPhoto(this.#job.value, id, file).pipe(
      tap((e) => {
        if (e.type === HttpEventType.UploadProgress && e.total)
          this.#sending.next({ name: file.name, share: e.loaded / e.total });
      }),
      filter((e) => e.type === HttpEventType.Response),
      map(() => id),
      tap(() => {
        this.#sending.next(undefined);
        this.#again.next();
      }),
      catchError((e: unknown) => {
        const f = failureOf(e);
        this.#sending.next(undefined);
        this.#failure.next(
          f.status === 0
            ? 'Photographs need the server: it cannot be reached just now. The grid works without it.'
            : `${f.title}: ${f.detail ?? 'try another file'}.`,
        );
        return EMPTY;
      }),
    );
  }
}
