import { Door } from '@/components/Door';

export default function SignUp() {
    return (
        <Door
            title="Make an account"
            action="/sign-up"
            submit="Make the account"
            fields={[
                { name: 'name', label: 'Name', type: 'text', autoComplete: 'name' },
                { name: 'email', label: 'E-mail', type: 'email', autoComplete: 'username' },
                { name: 'password', label: 'Password, ten characters or more', type: 'password', autoComplete: 'new-password' },
            ]}
            other={{ href: '/sign-in', label: 'I have an account' }}
        />
    );
}
