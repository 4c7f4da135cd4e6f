/** The shares from which a standard counts as secure: the department's, and those of courses that differ. */
import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { problemOf } from "../platform/problem.ts";
import { useToast } from "../ui/Toasts.tsx";
import { useSetSecureLineMutation, useShowSecureLinesQuery } from "./api.ts";
import { PercentField } from "./PercentField.tsx";
import { WhatIsThis } from "../ui/WhatIsThis.tsx";
import { t } from "../platform/words.ts";

export function SecureLines({ mayEdit }: { mayEdit: boolean }) {
  const { data } = useShowSecureLinesQuery();
  const [set] = useSetSecureLineMutation();
  const say = useToast();
  if (!data) return null;
  const keep = async (courseId: string | null, line: number | null) => {
    const { error } = await set({ body: { courseId, line } });
    if (error) say({ text: problemOf(error).detail, isError: true });
  };
  return (
    <Box component="details" sx={{ mb: 1.5, "& summary": { cursor: "pointer", fontSize: 14 } }}>
      <summary>
        {t("A standard counts as secure from {{department}}% right on", {
          department: Math.round(data.department * 100),
        })}
      </summary>
      <Typography variant="body2" color="textSecondary" sx={{ my: 1 }}>
        <WhatIsThis term="secureLine" />
        {t("For the department; a course, and a single standard (click its code), may say otherwise.")}
      </Typography>
      <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1.5 }}>
        <PercentField
          key={`department ${data.department}`}
          label={t("Department")}
          share={data.department}
          none="70"
          isReadOnly={!mayEdit}
          keep={(share) => void keep(null, share)}
        />
        {data.courses.map((course) => (
          <PercentField
            key={`${course.courseId}${course.secureLine ?? ""}`}
            label={course.name}
            share={course.secureLine}
            none={t("as the department")}
            isReadOnly={!mayEdit}
            keep={(share) => void keep(course.courseId, share)}
          />
        ))}
      </Box>
    </Box>
  );
}
