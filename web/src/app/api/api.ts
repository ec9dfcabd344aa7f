import { HttpClient, HttpErrorResponse, HttpParams } from '@angular/common/http';
import { Injectable, inject } from '@angular/core';
import type { JobDocument, Problem, Shop, Stage } from '@nelbo/core';
import type { Observable } from 'rxjs';

export interface StoredJob {
  readonly id: string;
  readonly version: number;
  readonly archived: boolean;
  readonly updatedAt: string;
  readonly document: JobDocument;
}

export interface LogEntry {
  readonly id: string;
  readonly stage: Stage;
  readonly at: string;
  readonly who: string;
  readonly text: string;
}

/** What a failed call says, in words for a person. */
export interface ApiFailure {
  readonly status: number;
  readonly title: string;
  readonly detail?: string;
  readonly problems?: readonly Problem[];
  readonly current?: StoredJob;
}

/** Reads a failure; status 0 means that the server could not be reached. */
export function failureOf(error: unknown): ApiFailure {
  if (!(error instanceof HttpErrorResponse)) return { status: -1, title: 'Something went wrong in the page' };
  if (error.status === 0) return { status: 0, title: 'The server cannot be reached' };
  const body = (typeof error.error === 'object' && error.error !== null ? error.error : {}) as Partial<ApiFailure>;
  return { ...body, status: error.status, title: body.title ?? 'The server refused the request' };
}

/** Nelbo's HTTP interface under /api/v1. */
@Injectable({ providedIn: 'root' })
export class Api {
  readonly #http = inject(HttpClient);

  jobs(search = '', archived = false): Observable<StoredJob[]> {
    const params = new HttpParams({ fromObject: { ...(search ? { search } : {}), archived } });
    return this.#http.get<StoredJob[]>('/api/v1/jobs', { params });
  }

  job(id: string): Observable<StoredJob> {
    return this.#http.get<StoredJob>(`/api/v1/jobs/${id}`);
  }

  createJob(id: string, document: JobDocument): Observable<StoredJob> {
    return this.#http.post<StoredJob>('/api/v1/jobs', { id, document });
  }

  saveJob(id: string, version: number, document: JobDocument): Observable<StoredJob> {
    return this.#http.put<StoredJob>(`/api/v1/jobs/${id}`, { version, document });
  }

  archiveJob(id: string, archived: boolean): Observable<StoredJob> {
    return this.#http.put<StoredJob>(`/api/v1/jobs/${id}/archived`, { archived });
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

  workOrderMarkdownUrl(jobId: string): string {
    return `/api/v1/jobs/${jobId}/work-orders/current.md`;
  }

  shop(): Observable<ShopDocument> {
    return this.#http.get<ShopDocument>('/api/v1/shop');
  }

  saveShop(shop: ShopDocument): Observable<ShopDocument> {
    return this.#http.put<ShopDocument>('/api/v1/shop', shop);
  }
}

export type ShopDocument = Omit<Shop, 'crew'> & { readonly crew?: readonly { readonly name: string }[] };
