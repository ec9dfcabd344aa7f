import { HttpClient, HttpErrorResponse, HttpParams, type HttpEvent } from '@angular/common/http';
import { Injectable, inject } from '@angular/core';
import type { Job, JobDocument, LogEntryDocument, ProductDocument, Shop, ToldProblem } from '@nelbo/core';
import { TimeoutError, type Observable } from 'rxjs';

export interface StoredJob {
  readonly id: string;
  readonly version: number;
  /** Of the yard: versions can be compared within one epoch only. */
  readonly epoch: string;
  readonly archived: boolean;
  readonly updatedAt: string;
  readonly document: JobDocument;
}

/** A job in a list: without its description. */
export interface JobSummary {
  readonly id: string;
  readonly version: number;
  readonly archived: boolean;
  readonly updatedAt: string;
  readonly title: string;
  readonly boat: string;
  readonly schedule: NonNullable<Job['schedule']>;
}

export interface JobPageOf {
  readonly total: number;
  readonly jobs: readonly JobSummary[];
}

/** One saved state of a job. */
export interface Revision {
  readonly version: number;
  readonly savedAt: string;
  readonly name: string | null;
  readonly who: string | null;
}

export interface SaveLabel {
  readonly who?: string;
  readonly saveId?: string;
}

export type LogEntry = LogEntryDocument;

/** What a failed call says, in words for a person. */
export interface ApiFailure {
  readonly status: number;
  readonly title: string;
  readonly detail?: string;
  readonly problems?: readonly ToldProblem[];
  readonly current?: StoredJob;
}

/** Reads a failure; status 0 means that the server could not be reached. */
export function failureOf(error: unknown): ApiFailure {
  if (error instanceof TimeoutError) return { status: 0, title: 'The server does not answer' };
  if (!(error instanceof HttpErrorResponse)) return { status: -1, title: 'Something went wrong in the page' };
  if (error.status === 0) return { status: 0, title: 'The server cannot be reached' };
  const body = (
    typeof error.error === 'object' && error.error !== null ? error.error : {}
  ) as Partial<ApiFailure>;
  return { ...body, status: error.status, title: body.title ?? 'The server refused the request' };
}

/** Nelbo's HTTP interface under /api/v1. */
@Injectable({ providedIn: 'root' })
export class Api {
  readonly #http = inject(HttpClient);

  jobs(search = '', archived = false, limit = 50, offset = 0): Observable<JobPageOf> {
    const params = new HttpParams({ fromObject: { ...(search ? { search } : {}), archived, limit, offset } });
    return this.#http.get<JobPageOf>('/api/v1/jobs', { params });
  }

  /** Whole jobs that are under way. */
  underWay(): Observable<StoredJob[]> {
    return this.#http.get<StoredJob[]>('/api/v1/jobs/under-way');
  }

  job(id: string): Observable<StoredJob> {
    return this.#http.get<StoredJob>(`/api/v1/jobs/${id}`);
  }

  createJob(id: string, document: JobDocument, label: SaveLabel = {}): Observable<StoredJob> {
    return this.#http.post<StoredJob>('/api/v1/jobs', { id, document, ...label });
  }

  saveJob(
    id: string,
    known: { readonly version: number; readonly epoch?: string },
    document: JobDocument,
    label: SaveLabel = {},
  ): Observable<StoredJob> {
    return this.#http.put<StoredJob>(`/api/v1/jobs/${id}`, { ...known, document, ...label });
  }

  archiveJob(id: string, archived: boolean): Observable<StoredJob> {
    return this.#http.put<StoredJob>(`/api/v1/jobs/${id}/archived`, { archived });
  }

  importJob(id: string, file: Blob): Observable<{ job: StoredJob; problems: readonly ToldProblem[] }> {
    return this.#http.post<{ job: StoredJob; problems: readonly ToldProblem[] }>(
      '/api/v1/jobs/import',
      file,
      { params: { id }, headers: { 'Content-Type': 'application/octet-stream' } },
    );
  }

  revisions(id: string, before?: number): Observable<Revision[]> {
    return this.#http.get<Revision[]>(`/api/v1/jobs/${id}/revisions`, {
      params: before === undefined ? {} : { before },
    });
  }

  revision(id: string, version: number): Observable<Revision & { readonly document: JobDocument }> {
    return this.#http.get<Revision & { readonly document: JobDocument }>(
      `/api/v1/jobs/${id}/revisions/${version}`,
    );
  }

  nameRevision(id: string, version: number, name: string | null): Observable<Revision> {
    return this.#http.put<Revision>(`/api/v1/jobs/${id}/revisions/${version}/name`, { name });
  }

  log(jobId: string): Observable<LogEntry[]> {
    return this.#http.get<LogEntry[]>(`/api/v1/jobs/${jobId}/log`);
  }

  addLogEntry(jobId: string, entry: LogEntry): Observable<LogEntry> {
    return this.#http.post<LogEntry>(`/api/v1/jobs/${jobId}/log`, entry);
  }

  keepWorkOrder(jobId: string, id: string): Observable<{ id: string; jobVersion: number }> {
    return this.#http.post<{ id: string; jobVersion: number }>(`/api/v1/jobs/${jobId}/work-orders`, { id });
  }

  /** Address of a file that the server makes of a job, or of one place of its boat. */
  fileUrl(jobId: string, file: JobFile, query: Readonly<Record<string, string | undefined>> = {}): string {
    const asked = Object.entries(query).flatMap(([name, value]) =>
      value === undefined ? [] : [`${name}=${encodeURIComponent(value)}`],
    );
    return `/api/v1/jobs/${jobId}/${file}${asked.length > 0 ? `?${asked.join('&')}` : ''}`;
  }

  readonly backupUrl = '/api/v1/backup';

  yard(): Observable<{ counts: Record<string, number> }> {
    return this.#http.get<{ counts: Record<string, number> }>('/api/v1/yard');
  }

  /** Sends a backup; the browser reads the file by and by. */
  restore(file: Blob): Observable<{ counts: Record<string, number>; equal: true }> {
    return this.#http.post<{ counts: Record<string, number>; equal: true }>('/api/v1/restore', file, {
      params: { replace: true },
      headers: { 'Content-Type': 'application/octet-stream' },
    });
  }

  /** Work orders that were printed, the newest first. */
  keptWorkOrders(jobId: string): Observable<KeptWorkOrder[]> {
    return this.#http.get<KeptWorkOrder[]>(`/api/v1/jobs/${jobId}/work-orders`);
  }

  stores(): Observable<StoredProduct[]> {
    return this.#http.get<StoredProduct[]>('/api/v1/stores');
  }

  keepProduct(id: string, product: ProductDocument): Observable<StoredProduct> {
    return this.#http.put<StoredProduct>(`/api/v1/stores/${id}`, product);
  }

  removeProduct(id: string): Observable<unknown> {
    return this.#http.delete(`/api/v1/stores/${id}`);
  }

  photos(jobId: string): Observable<Photo[]> {
    return this.#http.get<Photo[]>(`/api/v1/jobs/${jobId}/photos`);
  }

  /** Sends a photograph as the camera made it; the server makes it small. Progress and answer come as events. */
  addPhoto(jobId: string, id: string, file: File): Observable<HttpEvent<Photo>> {
    const form = new FormData();
    form.set('photo', file, file.name);
    return this.#http.post<Photo>(`/api/v1/jobs/${jobId}/photos`, form, {
      params: { id },
      reportProgress: true,
      observe: 'events',
    });
  }

  photoUrl(id: string): string {
    return `/api/v1/photos/${id}`;
  }

  /** Colours that were mixed for a boat in other jobs, the newest first. */
  colours(boat: string, except: string): Observable<BoatColour[]> {
    return this.#http.get<BoatColour[]>('/api/v1/colours', { params: { boat, except } });
  }

  shop(): Observable<Shop> {
    return this.#http.get<Shop>('/api/v1/shop');
  }

  saveShop(shop: Shop): Observable<Shop> {
    return this.#http.put<Shop>('/api/v1/shop', shop);
  }
}

/** An entry of the yard's Stores. */
export interface StoredProduct {
  readonly id: string;
  readonly product: ProductDocument;
}

/** What was mixed for a boat before. */
export interface BoatColour {
  readonly jobId: string;
  readonly title: string;
  readonly updatedAt: string;
  readonly colour: NonNullable<JobDocument['colour']>;
}

export interface Photo {
  readonly id: string;
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly madeAt: string;
}

export interface KeptWorkOrder {
  readonly id: string;
  readonly jobVersion: number;
  readonly madeAt: string;
}

/** Files that the server makes of a job. */
export type JobFile =
  | 'file'
  | 'work-orders/current.md'
  | 'work-orders/current.pdf'
  | 'materials.csv'
  | 'cut-list.csv'
  | 'log.csv'
  | 'rolls.csv'
  | 'patterns.pdf'
  | 'patterns.svg'
  | 'patterns.dxf'
  | 'patterns.csv';
