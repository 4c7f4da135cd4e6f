import {
  changeEnrolment,
  createClass,
  setClassTeachers,
  enrolStudents,
  listClasses,
  moveStudent,
  listCourses,
  listEnrolments,
  reissueCard,
  setCalendar,
  bringScheme,
  setCourse,
  setGroup,
  setTaught,
  showCalendar,
} from "@verdant/contract/courses";

import { setSeating, showSeating } from "@verdant/contract/seating";
import { useClassInFocus } from "../platform/classInFocus.ts";
import { api, calls } from "../platform/contractApi.ts";
import { useAddress } from "../platform/useAddress.ts";

const rosterChanged = ["Class", "Due"] as const;
const planChanged = ["Class", "Due", "Course", "Topic"] as const;

export const coursesApi = api.injectEndpoints({
  endpoints: (build) => ({
    listClasses: build.query({ ...calls<typeof listClasses>(listClasses), providesTags: ["Class"] }),
    listCourses: build.query({ ...calls<typeof listCourses>(listCourses), providesTags: ["Course"] }),
    bringScheme: build.mutation({
      ...calls<typeof bringScheme>(bringScheme),
      invalidatesTags: ["Course", "Topic", "Due", "Class"],
    }),
    setCourse: build.mutation({ ...calls<typeof setCourse>(setCourse), invalidatesTags: planChanged }),
    createClass: build.mutation({ ...calls<typeof createClass>(createClass), invalidatesTags: rosterChanged }),
    setClassTeachers: build.mutation({
      ...calls<typeof setClassTeachers>(setClassTeachers),
      invalidatesTags: ["Class"],
    }),
    showCalendar: build.query({ ...calls<typeof showCalendar>(showCalendar), providesTags: ["Class", "Course"] }),
    setCalendar: build.mutation({ ...calls<typeof setCalendar>(setCalendar), invalidatesTags: planChanged }),
    setTaught: build.mutation({ ...calls<typeof setTaught>(setTaught), invalidatesTags: planChanged }),
    listEnrolments: build.query({ ...calls<typeof listEnrolments>(listEnrolments), providesTags: ["Class"] }),
    enrolStudents: build.mutation({ ...calls<typeof enrolStudents>(enrolStudents), invalidatesTags: rosterChanged }),
    moveStudent: build.mutation({ ...calls<typeof moveStudent>(moveStudent), invalidatesTags: rosterChanged }),
    changeEnrolment: build.mutation({
      ...calls<typeof changeEnrolment>(changeEnrolment),
      invalidatesTags: rosterChanged,
    }),
    setGroup: build.mutation({ ...calls<typeof setGroup>(setGroup), invalidatesTags: rosterChanged }),
    showSeating: build.query({ ...calls<typeof showSeating>(showSeating), providesTags: ["Class"] }),
    setSeating: build.mutation(calls<typeof setSeating>(setSeating)),
    reissueCard: build.mutation({ ...calls<typeof reissueCard>(reissueCard), invalidatesTags: ["Class"] }),
  }),
});

export const {
  useListClassesQuery,
  useListCoursesQuery,
  useBringSchemeMutation,
  useSetCourseMutation,
  useCreateClassMutation,
  useSetClassTeachersMutation,
  useShowCalendarQuery,
  useSetCalendarMutation,
  useSetTaughtMutation,
  useListEnrolmentsQuery,
  useEnrolStudentsMutation,
  useMoveStudentMutation,
  useChangeEnrolmentMutation,
  useSetGroupMutation,
  useReissueCardMutation,
  useShowSeatingQuery,
  useSetSeatingMutation,
} = coursesApi;

/** The class that a list is narrowed to: as the address says (`all` for every class), or else the class in focus. */
export function useClassFilter() {
  const [search, change] = useAddress();
  const classes = useListClassesQuery().data?.classes ?? [];
  const inFocus = useClassInFocus().id;
  const given = search.get("class") ?? inFocus;
  return {
    classes,
    classId: classes.some((one) => one.id === given) ? given : null,
    choose: (classId: string | null) => {
      change((next) => {
        next.set("class", classId ?? "all");
      });
    },
  };
}
