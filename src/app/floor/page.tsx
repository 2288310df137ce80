import { FloorApp } from "../../ui/floor/floor-app.tsx";
import next from "../../words/en/next.json";
import { Held } from "../../words/held.tsx";

export const metadata = { title: "My shift" };

/** The shell of the operators' screens: the same for everybody, so that a device may keep it. */
export default function FloorPage() {
  return (
    <Held words={{ next }}>
      <FloorApp />
    </Held>
  );
}
