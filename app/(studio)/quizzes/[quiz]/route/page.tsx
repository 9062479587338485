import { Route } from '../../../../../studio/route/route';

export default function RoutePage() {
  return <Route />;
}
