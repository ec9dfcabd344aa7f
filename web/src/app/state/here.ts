import { Injectable } from '@angular/core';
import { FIRST_PLACE } from '@nelbo/core';
import { BehaviorSubject, distinctUntilChanged, map, type Observable } from 'rxjs';

const KEY = 'nelbo.place.';

/** Which place of a boat this tab looks at, job by job: every page of the job follows it, and it is kept over a reload. */
@Injectable({ providedIn: 'root' })
export class Here {
  readonly #places = new BehaviorSubject<ReadonlyMap<string, string>>(new Map());

  of(job: string): string {
    return this.#places.value.get(job) ?? sessionStorage.getItem(KEY + job) ?? FIRST_PLACE;
  }

  of$(job: string): Observable<string> {
    return this.#places.pipe(
      map(() => this.of(job)),
      distinctUntilChanged(),
    );
  }

  go(job: string, place: string): void {
    sessionStorage.setItem(KEY + job, place);
    this.#places.next(new Map(this.#places.value).set(job, place));
  }
}
