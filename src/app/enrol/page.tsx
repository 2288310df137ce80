import { Enrol } from "../../ui/enrol.tsx";

export const metadata = { title: "Enrol this tablet" };

export default function EnrolPage() {
  return <Enrol />;
}
