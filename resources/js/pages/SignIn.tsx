import { Door } from '@/components/Door';

export default function SignIn() {
    return (
        <Door
            title="Sign in"
            action="/sign-in"
            submit="Sign in"
            fields={[
                { name: 'email', label: 'E-mail', type: 'email', autoComplete: 'username' },
                { name: 'password', label: 'Password', type: 'password', autoComplete: 'current-password' },
            ]}
            other={{ href: '/sign-up', label: 'New here: make an account' }}
        />
    );
}
