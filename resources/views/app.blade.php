<!DOCTYPE html>
<html lang="en">
<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <title>Wrenlo</title>
    <link rel="icon" href="/favicon.svg" type="image/svg+xml">
    <script>
        document.documentElement.dataset.theme = localStorage.getItem('wrenlo-theme')
            || (matchMedia('(prefers-color-scheme: dark)').matches ? 'tide' : 'reed');
    </script>
    @viteReactRefresh
    @vite(['resources/css/app.css', 'resources/js/app.tsx'])
    @inertiaHead
</head>
<body>
    @inertia
</body>
</html>
