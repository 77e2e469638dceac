import { createBrowserRouter } from 'react-router';
import { routes } from './routes.tsx';

export const router = createBrowserRouter(routes);
