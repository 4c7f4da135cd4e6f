/** A page that one goes to begins at its top; going back, the browser finds the place where one was. */
import { useLayoutEffect } from "react";
import { NavigationType, useLocation, useNavigationType } from "react-router";

export function TopOfPage() {
  const { pathname, hash } = useLocation();
  const how = useNavigationType();
  useLayoutEffect(() => {
    if (how !== NavigationType.Pop && hash === "") window.scrollTo({ top: 0 });
    // What stands behind the question mark is the page's own business.
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only another page begins at its top
  }, [pathname]);
  return null;
}
