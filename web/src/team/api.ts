import { changePassword, endOtherSessions, listSessions } from "@verdant/contract/account";
import {
  askSecondFactor,
  beginSecondFactor,
  confirmSecondFactor,
  endSecondFactor,
  renewRecoveryCodes,
  resetSecondFactor,
  showSecondFactor,
} from "@verdant/contract/secondFactor";
import {
  listDemoPeople,
  moveDemoClock,
  showSession,
  signIn,
  signInDemo,
  signOut,
  signUp,
} from "@verdant/contract/team";
import {
  acceptInvitation,
  changeDepartment,
  changeGrants,
  changeRole,
  endMembership,
  invite,
  listActivity,
  listInvitations,
  listMembers,
  listMyDepartments,
  makePasswordLink,
  setPassword,
  showInvitation,
  withdrawInvitation,
} from "@verdant/contract/members";
import { api, calls, tagTypes } from "../platform/contractApi.ts";

export const teamApi = api.injectEndpoints({
  endpoints: (build) => ({
    showSession: build.query({ ...calls<typeof showSession>(showSession), providesTags: ["Session"] }),
    signIn: build.mutation({ ...calls<typeof signIn>(signIn), invalidatesTags: ["Session"] }),
    signUp: build.mutation({ ...calls<typeof signUp>(signUp), invalidatesTags: ["Session"] }),
    signOut: build.mutation(calls<typeof signOut>(signOut)),
    changePassword: build.mutation({
      ...calls<typeof changePassword>(changePassword),
      invalidatesTags: (_, error) => (error ? [] : ["OwnSession"]),
    }),
    listSessions: build.query({ ...calls<typeof listSessions>(listSessions), providesTags: ["OwnSession"] }),
    endOtherSessions: build.mutation({
      ...calls<typeof endOtherSessions>(endOtherSessions),
      invalidatesTags: ["OwnSession"],
    }),
    showSecondFactor: build.query({
      ...calls<typeof showSecondFactor>(showSecondFactor),
      providesTags: ["OwnSession"],
    }),
    beginSecondFactor: build.mutation(calls<typeof beginSecondFactor>(beginSecondFactor)),
    confirmSecondFactor: build.mutation({
      ...calls<typeof confirmSecondFactor>(confirmSecondFactor),
      invalidatesTags: (_, error) => (error ? [] : ["OwnSession", "Session", "Member"]),
    }),
    renewRecoveryCodes: build.mutation({
      ...calls<typeof renewRecoveryCodes>(renewRecoveryCodes),
      invalidatesTags: (_, error) => (error ? [] : ["OwnSession"]),
    }),
    endSecondFactor: build.mutation({
      ...calls<typeof endSecondFactor>(endSecondFactor),
      invalidatesTags: (_, error) => (error ? [] : ["OwnSession", "Member"]),
    }),
    askSecondFactor: build.mutation({
      ...calls<typeof askSecondFactor>(askSecondFactor),
      invalidatesTags: ["Member", "OwnSession"],
    }),
    resetSecondFactor: build.mutation({
      ...calls<typeof resetSecondFactor>(resetSecondFactor),
      invalidatesTags: ["Member"],
    }),
    listDemoPeople: build.query(calls<typeof listDemoPeople>(listDemoPeople)),
    signInDemo: build.mutation({ ...calls<typeof signInDemo>(signInDemo), invalidatesTags: ["Session"] }),
    moveDemoClock: build.mutation({
      ...calls<typeof moveDemoClock>(moveDemoClock),
      // Another day: nothing that was said of today holds.
      invalidatesTags: tagTypes,
    }),
    listMembers: build.query({ ...calls<typeof listMembers>(listMembers), providesTags: ["Member"] }),
    changeRole: build.mutation({ ...calls<typeof changeRole>(changeRole), invalidatesTags: ["Member", "Session"] }),
    changeGrants: build.mutation({ ...calls<typeof changeGrants>(changeGrants), invalidatesTags: ["Member"] }),
    endMembership: build.mutation({
      ...calls<typeof endMembership>(endMembership),
      invalidatesTags: ["Member", "Item", "Goal", "Release"],
    }),
    listInvitations: build.query({ ...calls<typeof listInvitations>(listInvitations), providesTags: ["Member"] }),
    invite: build.mutation({ ...calls<typeof invite>(invite), invalidatesTags: ["Member"] }),
    withdrawInvitation: build.mutation({
      ...calls<typeof withdrawInvitation>(withdrawInvitation),
      invalidatesTags: ["Member"],
    }),
    showInvitation: build.query({ ...calls<typeof showInvitation>(showInvitation), keepUnusedDataFor: 0 }),
    acceptInvitation: build.mutation(calls<typeof acceptInvitation>(acceptInvitation)),
    makePasswordLink: build.mutation(calls<typeof makePasswordLink>(makePasswordLink)),
    setPassword: build.mutation(calls<typeof setPassword>(setPassword)),
    listMyDepartments: build.query({
      ...calls<typeof listMyDepartments>(listMyDepartments),
      providesTags: ["Session"],
    }),
    changeDepartment: build.mutation(calls<typeof changeDepartment>(changeDepartment)),
    listActivity: build.query({ ...calls<typeof listActivity>(listActivity), keepUnusedDataFor: 0 }),
  }),
});

export const {
  useShowSessionQuery,
  useSignInMutation,
  useChangePasswordMutation,
  useListSessionsQuery,
  useEndOtherSessionsMutation,
  useShowSecondFactorQuery,
  useBeginSecondFactorMutation,
  useConfirmSecondFactorMutation,
  useRenewRecoveryCodesMutation,
  useEndSecondFactorMutation,
  useAskSecondFactorMutation,
  useResetSecondFactorMutation,
  useSignOutMutation,
  useSignUpMutation,
  useListDemoPeopleQuery,
  useSignInDemoMutation,
  useListMembersQuery,
  useChangeRoleMutation,
  useChangeGrantsMutation,
  useEndMembershipMutation,
  useListInvitationsQuery,
  useInviteMutation,
  useWithdrawInvitationMutation,
  useShowInvitationQuery,
  useAcceptInvitationMutation,
  useMakePasswordLinkMutation,
  useSetPasswordMutation,
  useMoveDemoClockMutation,
  useListMyDepartmentsQuery,
  useChangeDepartmentMutation,
  useListActivityQuery,
} = teamApi;

/** Whether whoever is here was let in to see or write parts only: what belongs to the department as a whole is not theirs. */
export const useIsGuest = (): boolean => Boolean(useShowSessionQuery().data?.guest);

/** The moment by the server's clock; a device's own may be wrong. */
export function useServerNow(): () => Date {
  const { data, fulfilledTimeStamp } = useShowSessionQuery();
  const ahead = data && fulfilledTimeStamp ? Date.parse(data.now) - fulfilledTimeStamp : 0;
  return () => new Date(Date.now() + ahead);
}

/** Today's date where the department is, wherever the reader is. */
export function useToday(): string {
  const now = useServerNow()();
  const timeZone = useShowSessionQuery().data?.member?.timeZone;
  return new Intl.DateTimeFormat("en-CA", timeZone === undefined ? {} : { timeZone }).format(now);
}
