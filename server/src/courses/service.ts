/** Courses, classes, calendars and students. */
export { setCalendar, setTaught, showCalendar } from "./calendar.ts";
export { createClass, listCourses, setCourse } from "./editCourses.ts";
export { listClasses, needClass } from "./listClasses.ts";
export {
  changeEnrolment,
  enrolStudents,
  findStudents,
  listEnrolments,
  moveStudent,
  reissueCard,
  setGroup,
} from "./roster.ts";
export { listSeats, setSeating, showSeating } from "./seating.ts";
export { setClassTeachers } from "./teachers.ts";
export { bringScheme } from "./scheme.ts";
