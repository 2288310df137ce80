import { NoNetwork } from "../../ui/no-network.tsx";
import access from "../../words/en/access.json";

export const metadata = { title: access.noNetwork.title };

export default function NoNetworkPage() {
  return <NoNetwork />;
}
