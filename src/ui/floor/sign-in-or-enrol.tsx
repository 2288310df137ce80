/** The two ways onto the floor. */
export const SignInOrEnrol = () => (
  <p className="mt-4 flex gap-3">
    <a href="/sign-in" className="press press-main hand">
      Sign in
    </a>
    <a href="/enrol" className="press hand">
      Enrol this tablet
    </a>
  </p>
);
