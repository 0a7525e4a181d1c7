import { create } from 'zustand';

/** Whether the server asks for its password before it answers. */
export const useAccess = create<{ readonly asked: boolean }>(() => ({ asked: false }));

/** Shows the form that asks for the password; what is open stays as it is. */
export const askForPassword = (): void => useAccess.setState({ asked: true });
