import { NoNetwork } from "../../ui/no-network.tsx";
import faults from "../../words/en/faults.json";

export const metadata = { title: faults.noNetwork.title };

export default function NoNetworkPage() {
  return <NoNetwork />;
}
