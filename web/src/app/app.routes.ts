import type { Routes } from '@angular/router';
import { BenchScreen } from './bench/bench';
import { needsSignIn, needsNobody } from './shell/guards';

/** A screen: its folder, and a line here. The Bench is what the page opens with: it comes with it. */
export const routes: Routes = [
  {
    path: 'sign-in',
    canActivate: [needsNobody],
    loadComponent: () => import('./sign-in/sign-in').then((file) => file.SignInScreen),
  },
  {
    path: '',
    canActivate: [needsSignIn],
    children: [
      {
        path: '',
        pathMatch: 'full',
        title: 'Bench · Petrichor',
        component: BenchScreen,
      },
      {
        path: 'take-in',
        title: 'Take in a machine · Petrichor',
        loadComponent: () => import('./intake/intake').then((file) => file.IntakeScreen),
      },
      {
        path: 'people',
        title: 'People · Petrichor',
        loadComponent: () => import('./people/people').then((file) => file.PeopleScreen),
      },
      {
        path: 'workshop-health',
        title: 'Health · Petrichor',
        loadComponent: () => import('./health/health').then((file) => file.HealthScreen),
      },
      {
        path: 'diagnosis',
        title: 'What diagnosis knows · Petrichor',
        loadComponent: () => import('./diagnosis/diagnosis').then((file) => file.DiagnosisScreen),
      },
      {
        path: 'identify',
        title: 'Identify · Petrichor',
        loadComponent: () => import('./identify/identify').then((file) => file.IdentifyScreen),
      },
      {
        path: 'shelf',
        title: 'Shelf · Petrichor',
        loadComponent: () => import('./shelf/shelf').then((file) => file.ShelfScreen),
      },
      {
        path: 'models',
        title: 'Models · Petrichor',
        loadComponent: () => import('./models/models').then((file) => file.ModelsScreen),
      },
      {
        path: 'models/:modelId',
        title: 'Model · Petrichor',
        loadComponent: () => import('./models/model').then((file) => file.ModelScreen),
      },
      {
        path: 'models/:modelId/guide',
        title: 'Guide · Petrichor',
        loadComponent: () => import('./models/edit/edit').then((file) => file.GuideEditScreen),
      },
      {
        path: 'jobs/:jobId/paper',
        title: 'Hand-over page · Petrichor',
        loadComponent: () => import('./job/hand-over/paper').then((file) => file.PaperScreen),
      },
      {
        path: 'jobs/:jobId/old-drive',
        title: 'Old drive’s record · Petrichor',
        loadComponent: () =>
          import('./job/hand-over/custody-record').then((file) => file.CustodyRecordScreen),
      },
      {
        path: 'jobs/:jobId/record',
        title: 'Record · Petrichor',
        loadComponent: () => import('./job/record/record').then((file) => file.RecordScreen),
      },
      {
        path: 'jobs/:jobId/workshop-paper',
        title: 'Page for the workshop · Petrichor',
        loadComponent: () =>
          import('./job/hand-over/workshop-paper').then((file) => file.WorkshopPaperScreen),
      },
      {
        path: 'ledger',
        title: 'Ledger · Petrichor',
        loadComponent: () => import('./ledger/ledger').then((file) => file.LedgerScreen),
      },
      {
        path: 'ledger/figures',
        title: 'Figures · Petrichor',
        loadComponent: () => import('./ledger/figures').then((file) => file.FiguresScreen),
      },
      {
        path: 'ledger/history/:serial',
        title: 'History · Petrichor',
        loadComponent: () => import('./ledger/history').then((file) => file.HistoryScreen),
      },
      // What a scanned tag leads to.
      { path: 'j/:number', loadComponent: () => import('./job/tag-landing').then((file) => file.TagLanding) },
      {
        path: 'j/:number/:which',
        loadComponent: () => import('./job/tag-landing').then((file) => file.TagLanding),
      },
      { path: 'jobs/:jobId', loadComponent: () => import('./job/job').then((file) => file.JobScreen) },
    ],
  },
  { path: '**', redirectTo: '' },
];
