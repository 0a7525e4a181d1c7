import './styles.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router/dom';
import { Toaster } from 'sonner';
import { SignIn } from './access/SignIn.tsx';
import { KeysSheet } from './help/KeysSheet.tsx';
import { router } from './routes.tsx';

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <RouterProvider router={router} />
    <KeysSheet />
    <SignIn />
    <Toaster
      position="bottom-center"
      offset={108}
      toastOptions={{
        style: {
          borderRadius: 2,
          background: 'var(--paper)',
          color: 'var(--ink)',
          borderColor: 'var(--ink)',
          boxShadow: 'none',
          fontFamily: 'var(--font-sans)',
        },
      }}
    />
  </StrictMode>,
);
