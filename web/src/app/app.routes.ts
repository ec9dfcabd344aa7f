import type { Routes } from '@angular/router';

export const routes: Routes = [
  { path: '', pathMatch: 'full', redirectTo: 'shop' },
  {
    path: 'shop',
    title: 'Shop · Nelbo',
    loadComponent: () => import('./shop/shop-page').then((m) => m.ShopPage),
  },
  {
    path: 'jobs',
    title: 'Jobs · Nelbo',
    loadComponent: () => import('./jobs/jobs-page').then((m) => m.JobsPage),
  },
  {
    path: 'jobs/new',
    title: 'New job · Nelbo',
    loadComponent: () => import('./jobs/new-job-page').then((m) => m.NewJobPage),
  },
  { path: 'jobs/:id', pathMatch: 'full', redirectTo: 'jobs/:id/survey' },
  {
    path: 'jobs/:id/work-order',
    title: 'Work order · Nelbo',
    loadComponent: () => import('./work-order/work-order-page').then((m) => m.WorkOrderPage),
  },
  {
    path: 'jobs/:id/patterns',
    title: 'Patterns · Nelbo',
    loadComponent: () => import('./patterns/patterns-page').then((m) => m.PatternsPage),
  },
  {
    path: 'jobs/:id/owner',
    title: 'What we found · Nelbo',
    loadComponent: () => import('./owner/owner-page').then((m) => m.OwnerPage),
  },
  {
    path: 'jobs/:id/bench',
    title: 'Bench · Nelbo',
    loadComponent: () => import('./bench/bench-page').then((m) => m.BenchPage),
  },
  {
    path: 'bench',
    title: 'Bench · Nelbo',
    loadComponent: () => import('./bench/bench-home').then((m) => m.BenchHome),
  },
  {
    path: 'jobs/:id/:stage',
    title: 'Job · Nelbo',
    loadComponent: () => import('./job/job-page').then((m) => m.JobPage),
  },
  {
    path: 'stores',
    title: 'Stores · Nelbo',
    loadComponent: () => import('./stores/stores-page').then((m) => m.StoresPage),
  },
  {
    path: 'stores/:id',
    title: 'Stores · Nelbo',
    loadComponent: () => import('./stores/stores-page').then((m) => m.StoresPage),
  },
  {
    path: 'guide',
    title: 'Bonding guide · Nelbo',
    loadComponent: () => import('./guide/guide-page').then((m) => m.GuidePage),
  },
  {
    path: 'settings',
    title: 'Settings · Nelbo',
    loadComponent: () => import('./settings/settings-page').then((m) => m.SettingsPage),
  },
  {
    path: '**',
    title: 'Not found · Nelbo',
    loadComponent: () => import('./ui/not-found').then((m) => m.NotFound),
  },
];
