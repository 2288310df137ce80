import { Enrol } from "../../ui/enrol.tsx";

export const metadata = { title: "Set up tablet" };

export default function EnrolPage() {
  return <Enrol />;
}
