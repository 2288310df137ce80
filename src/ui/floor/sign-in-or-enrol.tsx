import { useAccessWords } from "../../words/access-words.ts";
import { buttonLook } from "../kit/button.tsx";

/** The two ways onto the floor. */
export function SignInOrEnrol() {
  const words = useAccessWords();
  return (
    <p className="mt-4 flex gap-3">
      <a href="/sign-in" className={buttonLook("primary", "hand")}>
        {words.signIn}
      </a>
      <a href="/enrol" className={buttonLook("secondary", "hand")}>
        {words.enrol.title}
      </a>
    </p>
  );
}
