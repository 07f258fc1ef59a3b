# frozen_string_literal: true

# What strangers send that no page asked for: each gets a sentence, none a fault of ours.
RSpec.describe "Requests that nobody should send" do
  include Pages

  def send_body(path, body, type: "application/x-www-form-urlencoded", **more)
    post(
      path,
      {},
      header_host.merge(:input => body, "CONTENT_TYPE" => type, "CONTENT_LENGTH" => body.bytesize.to_s, **more)
    )
  end

  multipart = "multipart/form-data; boundary=edge"

  {
    "a body that is larger than the page takes" => ["a=#{"x" * (2 * 1024 * 1024)}", 413],
    "200,000 parameters" => [Array.new(200_000) { |n| "a#{n}=1" }.join("&"), [400, 413]],
    "names 1,000 levels deep" => ["a#{"[b]" * 1000}=1", 400],
    "bytes that are no text" => ["login=%FF%FE", 422],
    "an empty byte" => ["login=a%00b", 422],
    "a broken escape" => ["login=%E0%A4%A", 400]
  }.each do |what, (body, status)|
    it "refuses #{what}" do
      send_body("/login", body)
      expect(Array(status)).to include(last_response.status)
      expect(last_response["content-security-policy"]).to include("default-src 'none'")
      expect(last_response.body).not_to be_empty
    end
  end

  [
    "--edge\r\nContent-Disposition: form-data; name=\"file\"; filename=\"a.pdf\"\r\n\r\ncut",
    "--edge\r\nContent-Disposition: form-data; name=\"#{"a" * 70_000}\"\r\n\r\nx\r\n--edge--\r\n",
    "no boundary at all",
    "#{Array.new(5000) do |n|
      "--edge\r\nContent-Disposition: form-data; name=\"a#{n}\"\r\n\r\nx\r\n"
    end.join}--edge--\r\n"
  ].each do |body|
    it "refuses the broken parts #{body[0, 30].inspect}" do
      send_body("/check", body, type: multipart)
      expect(last_response.status).to be_between(400, 422)
    end
  end

  it "knows no page by bytes that are no text, and no row by a number that is too large" do
    sign_in("maren")
    { "/records/%FF%FE" => 404, "/records/%00" => 404, "/contacts/#{"9" * 40}" => 404 }.each do |path, status|
      expect([path, get(path, {}, header_host).status]).to eq([path, status])
    end
  end

  it "tells a script in its own form" do
    send_body("/login", "a=%FF", "HTTP_ACCEPT" => "application/json")
    expect(JSON.parse(last_response.body)["problem"]).to eq(t("problem.requests.not_text"))
  end
end
