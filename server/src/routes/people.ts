import { peopleRoutes, type AccountsReply, type SessionsReply } from '@petrichor/api';
import type { Request, Router } from 'express';
import { serve, type Serving } from '../http/serve.js';
import { accountsOf, addAccount } from '../services/accounts.js';
import { changePerson, remove, resetPassword, signOutOf, whereSignedIn } from '../services/people.js';

/** The people of the workshop, and where they are signed in. */
export function servePeople(serving: Serving): Router {
  const { database } = serving;
  const everybody = async (workshopId: string): Promise<AccountsReply> => ({
    accounts: await accountsOf(database, workshopId),
  });
  const sessionsOf = async (
    workshopId: string,
    accountId: string,
    { sessionID }: Request,
    at: Date,
  ): Promise<SessionsReply> => ({
    sessions: await whereSignedIn(database, workshopId, accountId, sessionID, at),
  });
  return serve(peopleRoutes, serving, {
    accounts: ({ by }) => everybody(by.workshopId),
    addAccount: async ({ by: { workshopId }, body }) => {
      await addAccount(database, workshopId, body);
      return everybody(workshopId);
    },
    changePerson: async ({ by: { workshopId, at }, params, body }) => {
      await changePerson(database, workshopId, params.accountId, body, at);
      return everybody(workshopId);
    },
    removePerson: async ({ by: { workshopId, at }, params }) => {
      await remove(database, workshopId, params.accountId, at);
      return everybody(workshopId);
    },
    resetPassword: ({ by: { workshopId, at }, params, body }) =>
      resetPassword(database, workshopId, params.accountId, body.password, at),
    sessionsOf: ({ by: { workshopId, at }, params, request }) =>
      sessionsOf(workshopId, params.accountId, request, at),
    endSession: async ({ by: { workshopId, at }, params, request }) => {
      await signOutOf(database, workshopId, params.accountId, params.sessionId, at);
      return sessionsOf(workshopId, params.accountId, request, at);
    },
  });
}
