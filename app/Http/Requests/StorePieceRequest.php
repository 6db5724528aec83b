<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Sources\Sources;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Http\UploadedFile;
use Illuminate\Validation\Validator;
use Wrenlo\Core\Format\MeshFormats;

final class StorePieceRequest extends FormRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return ['file' => ['required', 'file', 'max:'.intdiv((int) config('wrenlo.upload_max_bytes'), 1024)]];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'file.required' => 'No file arrived.',
            'file.file' => 'No file arrived.',
            'file.uploaded' => 'The file did not arrive whole; nothing was kept.',
            'file.max' => 'The file is larger than 256 MB; nothing was kept.',
        ];
    }

    /** @return list<callable(Validator): void> */
    public function after(): array
    {
        return [function (Validator $validator): void {
            $file = $this->file('file');
            if ($file instanceof UploadedFile && Sources::forEnding($file->getClientOriginalExtension()) === null) {
                $validator->errors()->add('file', 'Wrenlo does not read “.'.mb_substr($file->getClientOriginalExtension(), 0, 12).'” files yet; it reads meshes ('.MeshFormats::names().') and photos (PNG, JPEG).');
            }
        }];
    }

    public function mesh(): UploadedFile
    {
        $file = $this->file('file');

        return $file instanceof UploadedFile ? $file : abort(422);
    }
}
