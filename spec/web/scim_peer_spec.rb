# frozen_string_literal: true

require "open3"

# What a directory by other makers makes of our resources, and of the same changes.
RSpec.describe JustSeal::Web::Scim::Patch, :database do
  enterprise = JustSeal::Web::Scim::Resource::ENTERPRISE
  directory = File.expand_path("../support/peers/directory.mjs", __dir__)

  define_method(:asked) do |given|
    output, status = Open3.capture2("node", directory, stdin_data: JSON.generate(given))
    expect(status).to be_success
    JSON.parse(output)
  end

  let(:resources) { JustSeal::Web::Scim::Resource.new("https://office.example/scim/v2") }
  let(:user) { resources.user(account(:joss), "directory-1") }

  it "is what the schemas want" do
    given = [
      { "type" => "User", "resource" => user },
      { "type" => "User", "resource" => resources.user(account(:maren), nil) },
      { "type" => "Group", "resource" => resources.group("Specs", [account(:joss), account(:maren)]) },
      { "type" => "User", "resource" => user.except("userName") }
    ]
    expect(asked(given)).to match([{}, {}, {}, { "wrong" => /userName/ }])
  end

  it "changes a user as the directory does" do
    changes = [
      [{ "op" => "replace", "path" => "active", "value" => false }],
      [{ "op" => "replace", "path" => "title", "value" => "Master" }],
      [{ "op" => "add", "value" => { "displayName" => "J. Test", "title" => "Pilot" } }],
      [{ "op" => "replace", "path" => "name.formatted", "value" => "Joss A. Test" }],
      [{ "op" => "replace", "path" => "userName", "value" => "joss.a@ravensholm.example" }],
      [{ "op" => "replace", "path" => "#{enterprise}:department", "value" => "Pilots" }]
    ]
    given = changes.map { |operations| { "type" => "User", "resource" => user, "operations" => operations } }
    ours = changes.map { |operations| form(described_class.call(user, operations)) }
    theirs = asked(given).map { |answer| form(answer.fetch("patched")) }
    expect(ours).to eq(theirs)
    expect(ours.uniq.size).to eq(changes.size)
  end

  # What we read of a resource.
  def form(resource)
    form = JustSeal::Web::Scim::UserForm.new(resource, patched: true)
    [form.active?, form.external_id, form.person(account(:joss)).to_h]
  end
end
