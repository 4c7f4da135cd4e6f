import { listDemoPeople, showSession, signIn, signInDemo, signOut, signUp } from "@verdant/contract/team";
import { listMembers } from "@verdant/contract/members";
import { exportDepartment, importDepartment } from "@verdant/contract/exchange";
import { api, calls } from "../platform/contractApi.ts";

export const teamApi = api.injectEndpoints({
  endpoints: (build) => ({
    showSession: build.query({ ...calls<typeof showSession>(showSession), providesTags: ["Session"] }),
    signIn: build.mutation({ ...calls<typeof signIn>(signIn), invalidatesTags: ["Session"] }),
    signUp: build.mutation({ ...calls<typeof signUp>(signUp), invalidatesTags: ["Session"] }),
    signOut: build.mutation(calls<typeof signOut>(signOut)),
    listDemoPeople: build.query(calls<typeof listDemoPeople>(listDemoPeople)),
    signInDemo: build.mutation({ ...calls<typeof signInDemo>(signInDemo), invalidatesTags: ["Session"] }),
    listMembers: build.query({ ...calls<typeof listMembers>(listMembers), providesTags: ["Member"] }),
    importDepartment: build.mutation({
      ...calls<typeof importDepartment>(importDepartment),
      invalidatesTags: ["Topic", "Item", "Class", "Due"],
    }),
    exportDepartment: build.query({ ...calls<typeof exportDepartment>(exportDepartment), keepUnusedDataFor: 0 }),
  }),
});

export const {
  useShowSessionQuery,
  useSignInMutation,
  useSignOutMutation,
  useSignUpMutation,
  useListDemoPeopleQuery,
  useSignInDemoMutation,
  useListMembersQuery,
  useImportDepartmentMutation,
  useLazyExportDepartmentQuery,
} = teamApi;
